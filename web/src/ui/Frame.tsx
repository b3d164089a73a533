import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Hammer, LayersPlus, MessageCircleQuestionMark, Moon, PackageOpen, SlidersHorizontal, Sun } from 'lucide-react'
import { lazy, Suspense, useSyncExternalStore } from 'react'
import { NavLink, Outlet } from 'react-router'
import { Arrive } from './Arrive'
import { useLight } from './light'
import { Problem } from '../api/client'
import { signOfLifeQuery, workshopQuery } from '../api/queries'
import { TellSheet } from '../log/Done'
import { Waiting } from '../offline/Waiting'

const places = [
  { to: '/', name: 'Bench', icon: Hammer },
  { to: '/take-in', name: 'Take in', icon: LayersPlus },
  { to: '/may-i', name: 'May I?', icon: MessageCircleQuestionMark },
  { to: '/shelf', name: 'Shelf', icon: PackageOpen },
  { to: '/settings', name: 'Workshop', icon: SlidersHorizontal },
]

const FirstView = lazy(async () => ({ default: (await import('../first/First')).FirstView }))

// A room of the workshop in the bar: below on a phone, above on a laptop.
const room =
  'flex min-h-14 flex-1 flex-col items-center justify-center gap-0.5 whitespace-nowrap px-1.5 text-sm ' +
  'md:min-h-11 md:flex-row md:gap-2 md:px-3 md:text-base'
const here = 'border-t-4 border-primary font-bold text-primary md:border-b-4 md:border-t-0'

/** The passing problem that any query is waiting out just now, if one is. */
function usePassingProblem() {
  const cache = useQueryClient().getQueryCache()
  return useSyncExternalStore(
    (changed) => cache.subscribe(changed),
    () =>
      cache
        .getAll()
        .map((q) => (q.state.fetchStatus === 'idle' ? q.state.error : q.state.fetchFailureReason))
        .find((e): e is Problem => e instanceof Problem && e.passing),
  )
}

/** Tells that the server or its database is away, and that nothing is lost, until it is back. */
function Away() {
  const away = usePassingProblem()
  return (
    <div role="status" aria-live="polite" className="no-print">
      {away && (
        <p className="bg-warning px-4 py-2 font-semibold text-warning-content">
          {away.title}. What you see may be old; nothing is lost; trying again every two seconds.
        </p>
      )}
    </div>
  )
}

export function Frame() {
  const { light, turn } = useLight()
  const { data: workshop } = useQuery(workshopQuery)
  const nobody = workshop === null // whatever this device keeps is of another
  useQuery({ ...signOfLifeQuery, enabled: !nobody })
  return (
    <div className="min-h-dvh pb-20 md:pb-0">
      <a href="#main" className="btn btn-primary absolute left-2 top-2 z-30 -translate-y-20 focus:translate-y-0">
        To the work
      </a>
      <header className="no-print border-b border-base-300 bg-base-100">
        <div className="mx-auto flex max-w-7xl items-center gap-4 px-4 py-2">
          <NavLink
            to="/"
            className="flex min-h-11 items-center gap-2 text-xl font-bold"
            aria-label="Firmitas, to the bench"
          >
            <svg width="26" height="26" viewBox="0 0 32 32" aria-hidden="true">
              <path d="M2 21h28v9H2z" fill="#b98a58" />
              <path d="M2 15.500h28v4H2zM2 9.500h28v4H2zM2 3.500h28v4H2z" fill="currentColor" opacity=".75" />
            </svg>
            Firmitas
          </NavLink>
          <span className="hidden truncate opacity-85 sm:block">
            {workshop && [workshop.name, workshop.town].filter(Boolean).join(', ')}
          </span>
          <nav
            aria-label="Main"
            hidden={nobody}
            className="fixed inset-x-0 bottom-0 z-20 flex border-t border-base-300 bg-base-100 md:static md:ml-auto md:border-0"
          >
            {places.map(({ to, name, icon: Icon }) => (
              <NavLink
                key={to}
                to={to}
                end={to === '/'}
                className={({ isActive }) => `${room} ${isActive ? here : ''}`}
              >
                <Icon size={20} aria-hidden="true" /> {name}
              </NavLink>
            ))}
          </nav>
          <button
            type="button"
            className={`btn btn-ghost btn-square ml-auto ${nobody ? '' : 'md:ml-0'}`}
            onClick={turn}
            aria-label={light === 'daylight' ? 'Lamp light (dark)' : 'Daylight (light)'}
          >
            {light === 'daylight' ? <Moon size={20} aria-hidden="true" /> : <Sun size={20} aria-hidden="true" />}
          </button>
        </div>
      </header>
      <Away />
      {!nobody && <Waiting />}
      <Arrive />
      <main id="main" tabIndex={-1} className="mx-auto max-w-7xl px-4 py-5 outline-none">
        {nobody ? (
          <Suspense>
            <FirstView />
          </Suspense>
        ) : (
          <TellSheet>
            <Outlet />
          </TellSheet>
        )}
      </main>
    </div>
  )
}
