import { useState, type ReactNode } from 'react'
import type { System } from '../api/client'
import { BuildUp, coatsOf, type Ground } from '../ui/BuildUp'
import { DemandBars } from '../ui/DemandBars'
import { JoinReason } from '../ui/JoinReason'
import { useShow } from '../ui/show'
import { every } from '../ui/every'
import { hardens } from '../ui/time'
import { verdicts } from '../ui/verdict'
import { toBuy } from './wants'

const twoColumns = 'grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]'

/** One system whole: its build-up with every reason, what is asked and given, gates, dates. */
export function SystemDetail({
  system,
  ground,
  start,
  take,
}: {
  system: System
  ground: Ground
  start: string
  take: ReactNode
}) {
  const coats = coatsOf(system)
  const order = Object.keys(verdicts)
  const worst = coats.reduce(
    (a, b) => (order.indexOf(b.join.verdict) > order.indexOf(a.join.verdict) ? b : a),
    coats[0]!,
  )
  const [selected, select] = useState(worst.key)
  const at = coats.findIndex((c) => c.key === selected)
  return (
    <section aria-label="The system in full" className={`mt-5 border-t-2 border-base-300 pt-5 ${twoColumns}`}>
      <div>
        <h2 className="mb-3">The build-up, and why it holds</h2>
        <BuildUp system={system} ground={ground} selected={selected} onSelect={select} />
        <div className="mt-4">
          <JoinReason
            coat={coats[at]!}
            join={coats[at]!.join}
            ground={at === 0 ? (ground.old ?? `bare ${ground.material}`) : coats[at - 1]!.product.name}
          />
        </div>
      </div>
      <div className="space-y-6">
        {take}
        {system.obstacles.map((o) => (
          <p key={o} role="alert" className="border-l-4 border-error bg-base-200 p-3 font-semibold">
            {o}
          </p>
        ))}
        <Dates system={system} start={start} />
        <div>
          <h2 className="mb-2">What it must stand, and does</h2>
          <DemandBars demands={system.demands} />
          {system.demands.find((d) => d.why) && (
            <p className="mt-2 text-sm">{system.demands.find((d) => d.why)!.why}</p>
          )}
          {system.coats > 0 && <Film system={system} />}
        </div>
        <Lines title="What would make it better" lines={system.better.map((b) => `${b.change} ${b.gain}`)} />
        <Lines title="With the other zones" lines={system.together} />
        {system.coats > 0 ? <Takes system={system} /> : <Upkeep system={system} />}
        {system.gates.length > 0 && <Gates system={system} />}
      </div>
    </section>
  )
}

function Dates({ system, start }: { system: System; start: string }) {
  const show = useShow()
  const { promise } = system
  if (!system.lightUse || !system.fullCure || !system.lastCoat) return null
  const rows: [string, string][] = [
    [system.coats > 0 ? 'Last coat' : 'Done', show.moment(system.lastCoat)],
    ['Light use', show.moment(system.lightUse)],
    ['Start to light use', show.hours((Date.parse(system.lightUse) - Date.parse(start)) / 3_600_000)],
    ['By hand', show.minutes(system.handsOnMin)],
  ]
  const hard = hardens(system)
  if (hard) rows.splice(3, 0, ['Fully hardened', show.day(hard)])
  return (
    <div>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-0.5">
        {rows.map(([term, value]) => (
          <div key={term} className="col-span-2 grid grid-cols-subgrid">
            <dt>{term}</dt>
            <dd className="font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
      {promise && (
        <p className={`mt-1 font-semibold ${promise.met ? 'text-success' : 'text-error'}`}>
          {promise.met
            ? `Promise met with ${show.hours(promise.marginH)} to spare`
            : `Misses the promise by ${show.hours(promise.marginH)}`}{' '}
          ({promise.needs})
        </p>
      )}
      <p className="mt-1 text-sm italic underline decoration-wavy underline-offset-4">
        Dates are estimates for this air.
      </p>
    </div>
  )
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  if (lines.length === 0) return null
  return (
    <div>
      <h2 className="mb-1">
        {title} <span className="text-base font-normal italic">practice</span>
      </h2>
      <ul className="list-disc pl-5">
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
    </div>
  )
}

const AMBERS = 2 // from here a clear coat is seen to amber

/** What it takes in material, what it does to the colour, what it asks of its owner. */
function Takes({ system: s }: { system: System }) {
  const show = useShow()
  return (
    <div>
      <h2 className="mb-1">Material and upkeep</h2>
      <p>
        {s.litres !== undefined && `${show.volume(s.litres)} in all`}
        {s.materialCost
          ? `, ${show.price(s.materialCost)} at the price of the tins`
          : '; a price is missing on the shelf'}
        {s.vocG !== undefined && `; about ${show.number(s.vocG)} g of VOC as its labels count it`}.
      </p>
      <p>
        {s.renewMonths > 0 ? `Renewed about ${every(s.renewMonths)}.` : 'No renewal as routine.'}{' '}
        {s.amber >= AMBERS && 'It ambers, and goes on ambering.'}
      </p>
      {s.litres !== undefined && (
        <p>{s.buy.length > 0 ? `To buy: ${toBuy(s, show)}.` : 'The tins in stock are enough.'}</p>
      )}
      {s.warned.length > 0 && <p className="font-semibold text-error">You noted, never again. {s.warned.join(' ')}</p>}
      {s.firstUse.length > 0 && (
        <p className="font-semibold text-warning">
          New to this workshop: {s.firstUse.join(', ')}. Try it on a board before it goes on a piece.
        </p>
      )}
    </div>
  )
}

/** What keeping it takes where nothing goes on. */
function Upkeep({ system: s }: { system: System }) {
  return (
    <div>
      <h2 className="mb-1">Upkeep</h2>
      <p>{s.renewMonths > 0 ? `Looked over about ${every(s.renewMonths)}.` : 'Nothing as routine.'}</p>
    </div>
  )
}

/** Its protective film against what is asked, measured as the reader has it. */
function filmSaid({ filmUm, askedUm }: System, film: (um: number) => string): string {
  if (filmUm === 0) return 'It leaves no film: counted in coats.'
  if (askedUm === 0) return `Protective film ${film(filmUm)}; none is asked.`
  if (filmUm >= askedUm) return `Protective film ${film(filmUm)}, asked ${film(askedUm)}: enough.`
  return `Protective film ${film(filmUm)}, asked ${film(askedUm)}: thinner than wished; its label carries no more.`
}

function Film({ system }: { system: System }) {
  const outdoors = system.gates.some((g) => g.gate.id === 'exterior')
  const show = useShow()
  const film = (um: number) => show.measure(show.measures.film, um)
  const steps = system.sheenSteps === 1 ? 'one step' : `${system.sheenSteps} steps`
  return (
    <p className="mt-3">
      {filmSaid(system, film)}
      {outdoors && system.filmUm > 0 && ` A ${system.filmBuild} build by EN 927-1 (published).`}
      {system.sheenSteps > 0 && ` The last coat is ${system.sheen}, ${steps} from the sheen you asked for.`}
    </p>
  )
}

function Gates({ system }: { system: System }) {
  return (
    <div>
      <h2 className="mb-2">Gates</h2>
      <ul className="space-y-3">
        {system.gates.map((g) => (
          <li key={g.gate.id}>
            <p>
              <b>{g.gate.name}</b>:{' '}
              <span className={`font-semibold ${g.passed ? 'text-success' : 'text-error'}`}>
                {g.passed ? 'passed' : 'not passed'}
              </span>
              . {g.passed ? g.gate.asks : g.why}
            </p>
            {g.evidence.map((e) => (
              <p key={e} className="text-sm opacity-90">
                Label of {e}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </div>
  )
}
