import './ui/style'
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { asking } from './api/asking'
import { startSending } from './offline/presses'
import { screens } from './offline/screens'
import { Broken } from './ui/Broken'
import { Frame } from './ui/Frame'
import { PieceFrame } from './ui/PieceFrame'
import { ShowProvider } from './ui/show'
import { Lost } from './ui/Lost'

const router = createBrowserRouter([
  {
    path: 'wall',
    ErrorBoundary: Broken,
    lazy: async () => ({ Component: (await import('./wall/Wall')).WallView }),
  },
  {
    Component: Frame,
    ErrorBoundary: Broken,
    children: [
      {
        index: true,
        handle: { title: 'Bench' },
        lazy: async () => ({ Component: (await import('./bench/Bench')).BenchView }),
      },
      {
        path: 'month',
        handle: { title: 'Month' },
        lazy: async () => ({ Component: (await import('./month/Month')).MonthView }),
      },
      {
        path: 'shopping',
        handle: { title: 'What to buy' },
        lazy: async () => ({ Component: (await import('./shopping/Shopping')).ShoppingView }),
      },
      {
        path: 'reckon',
        handle: { title: 'Work something out' },
        lazy: async () => ({ Component: (await import('./reckon/Reckon')).ReckonView }),
      },
      {
        path: 'reports',
        handle: { title: 'What the record says' },
        lazy: async () => ({ Component: (await import('./reports/Reports')).ReportsView }),
      },
      {
        path: 'take-in',
        handle: { title: 'Take in' },
        lazy: async () => ({ Component: (await import('./takein/TakeIn')).TakeInNew }),
      },
      {
        path: 'outbox',
        handle: { title: 'Outbox' },
        lazy: async () => ({ Component: (await import('./outbox/Outbox')).OutboxView }),
      },
      {
        path: 'archive',
        handle: { title: 'Archive' },
        lazy: async () => ({ Component: (await import('./archive/Archive')).ArchiveView }),
      },
      {
        path: 'may-i',
        handle: { title: 'May I?' },
        lazy: async () => ({ Component: (await import('./mayi/MayI')).MayIView }),
      },
      {
        path: 'handbook',
        handle: { title: 'Handbook' },
        lazy: async () => ({ Component: (await import('./handbook/Handbook')).HandbookView }),
      },
      {
        path: 'shelf',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/Shelf')).ShelfView }),
      },
      {
        path: 'shelf/new',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/ProductForm')).ProductNew }),
      },
      {
        path: 'shelf/import',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/Import')).ImportView }),
      },
      {
        path: 'shelf/grid',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./grid/Grid')).GridView }),
      },
      {
        path: 'shelf/boards',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./boards/Boards')).BoardsView }),
      },
      {
        path: 'shelf/:id',
        handle: { title: 'Shelf' },
        lazy: async () => ({ Component: (await import('./shelf/ProductPage')).ProductView }),
      },
      {
        path: 'shelf/:id/edit',
        handle: { title: 'Change' },
        lazy: async () => ({ Component: (await import('./shelf/ProductForm')).ProductEdit }),
      },
      {
        path: 'settings',
        handle: { title: 'Workshop' },
        lazy: async () => ({ Component: (await import('./settings/Settings')).SettingsView }),
      },
      {
        path: 'pieces/:id',
        Component: PieceFrame,
        children: [
          {
            path: 'take-in',
            handle: { title: 'Take in' },
            lazy: async () => ({ Component: (await import('./takein/TakeIn')).TakeInEdit }),
          },
          {
            path: 'inspect/:zoneId?',
            handle: { title: 'Inspect' },
            lazy: async () => ({ Component: (await import('./inspect/Inspect')).InspectView }),
          },
          {
            path: 'choose/:zoneId?',
            handle: { title: 'Choose' },
            lazy: async () => ({ Component: (await import('./choose/Choose')).ChooseView }),
          },
          {
            path: 'prepare',
            handle: { title: 'Prepare' },
            lazy: async () => ({ Component: (await import('./prepare/Prepare')).PrepareView }),
          },
          {
            path: 'plan',
            handle: { title: 'Plan and coat' },
            lazy: async () => ({ Component: (await import('./plan/Plan')).PlanView }),
          },
          {
            path: 'wrong/:zoneId?',
            handle: { title: 'Something looks wrong' },
            lazy: async () => ({ Component: (await import('./log/Wrong')).WrongView }),
          },
          {
            path: 'another-life/:zoneId?',
            handle: { title: 'Another life' },
            lazy: async () => ({ Component: (await import('./change/AnotherLife')).AnotherLifeView }),
          },
          {
            path: 'reckon',
            handle: { title: 'Work something out' },
            lazy: async () => ({ Component: (await import('./reckon/Reckon')).ReckonView }),
          },
          {
            path: 'money',
            handle: { title: 'Money' },
            lazy: async () => ({ Component: (await import('./money/Money')).MoneyView }),
          },
          {
            path: 'hand-over',
            handle: { title: 'Hand over' },
            lazy: async () => ({ Component: (await import('./handover/HandOver')).HandOverView }),
          },
        ],
      },
      { path: '*', Component: Lost },
    ],
  },
])

// A screen of an older build is gone from the server: the page is loaded anew and finds the new one. Once a minute, as
// it may also be the network that is gone.
const LOADED_ANEW = 'loaded-anew'
const MINUTE = 60_000
window.addEventListener('vite:preloadError', () => {
  if (Date.now() - Number(sessionStorage.getItem(LOADED_ANEW) ?? 0) < MINUTE) return
  sessionStorage.setItem(LOADED_ANEW, String(Date.now()))
  window.location.reload()
})

startSending().catch(() => undefined) // without a storage nothing waits
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  window.addEventListener('load', () => {
    navigator.serviceWorker.register('/sw.js').catch(() => undefined) // then it opens with the network only
  })
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <PersistQueryClientProvider client={asking} persistOptions={screens}>
      <ShowProvider>
        <RouterProvider router={router} />
      </ShowProvider>
    </PersistQueryClientProvider>
  </StrictMode>,
)
