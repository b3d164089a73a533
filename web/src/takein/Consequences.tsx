import { useQuery } from '@tanstack/react-query'
import { Problem, type Catalogue, type Choice } from '../api/client'
import { DemandBars } from '../ui/DemandBars'
import { Fit } from '../ui/Fit'
import { OpeningsNote } from '../ui/OpeningsNote'
import { protection } from '../ui/protection'
import { useShow } from '../ui/show'
import { briefOf, type Draft, type ZoneDraft } from './draft'
import { chooseQuery } from '../api/queries'
import { useSettled } from '../ui/useSettled'

export interface ConsequencesState {
  choice?: Choice
  problem?: Problem
  complete: boolean
}

/** Asks the server at every pause what one zone of the draft would come to. */
export function useConsequences(draft: Draft, zone: ZoneDraft): ConsequencesState {
  const brief = useSettled(briefOf(draft, zone))
  const complete = brief.zone.endUse !== '' && brief.zone.material !== '' && brief.zone.areaM2 !== 0
  const query = useQuery({ ...chooseQuery(brief), enabled: complete })
  return {
    choice: complete ? query.data : undefined,
    problem: query.error instanceof Problem ? query.error : undefined,
    complete,
  }
}

/** What this comes to, beside the form: what is asked of the surface, what the air does, what would suit. */
export function Consequences({
  consequences,
  zone,
  use,
  demands,
  material,
}: {
  consequences: ConsequencesState
  zone?: string
  use?: Catalogue['endUses'][number]
  demands: string[]
  material?: string
}) {
  const show = useShow()
  const { choice, problem, complete } = consequences
  const soonest = choice?.systems
    .map((s) => s.lightUse)
    .filter((t) => t !== undefined)
    .sort()[0]
  return (
    <aside aria-label="What this comes to" className="space-y-5 self-start bg-base-200 p-5 lg:sticky lg:top-4">
      <h2>What this comes to{zone && `: ${zone}`}</h2>
      {!use && <p>Choose an end use: what the surface must withstand stands here at once.</p>}
      {use && (
        <div>
          <p className="mb-2">
            The surface must withstand
            {use.filmUm > 0 && <> behind {show.measure(show.measures.film, use.filmUm)} of dry film</>}:
          </p>
          <DemandBars demands={use.asks.map((asked, i) => ({ name: demands[i] ?? '', asked }))} />
          {use.cureFirst && <p className="mt-2 text-sm">Fully hardened before it is used at all.</p>}
        </div>
      )}
      {choice && (
        <p className="text-sm">
          In this air the dew point is {show.measure(show.measures.temp, choice.air.dewPointC)} and wood settles at
          about {show.number(choice.air.woodMoisturePct, 1)} % moisture{' '}
          <i className="underline decoration-wavy underline-offset-4">estimate</i>.
        </p>
      )}
      <div aria-live="polite">
        {use && !complete && <p>Add {material ? '' : 'the material and '}the size, and what suits stands here.</p>}
        {problem && (
          <p className="font-semibold text-error">
            {problem.fields.length > 0 ? 'Mend the marked fields to see what suits.' : problem.message}
          </p>
        )}
        {!problem && choice && choice.systems.length > 0 && (
          <>
            <p className="text-lg">
              <b>{choice.suited === 1 ? 'One last coat' : `${choice.suited} last coats`}</b> on the shelf may go on it
              {soonest && <>; soonest in light use {show.moment(soonest)}</>}. The best of them:
            </p>
            <ul className="mt-2 space-y-2">
              {choice.systems.slice(0, 3).map((s) => (
                <li key={s.layers.map((l) => l.product.id).join()}>
                  <b>{protection(s).product.name}</b>, {s.coats} coats in all
                  <span className="block text-sm">
                    <Fit system={s} />
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
        {!problem && choice && choice.systems.length === 0 && <OpeningsNote openings={choice.openings} />}
      </div>
    </aside>
  )
}

const bar =
  'fixed inset-x-0 bottom-14 z-10 border-t border-base-300 bg-base-200 px-4 py-2 text-sm font-semibold md:bottom-0'

/** The same in one line, above the thumb on a phone. */
export function ConsequencesLine({ consequences }: { consequences: ConsequencesState }) {
  const { choice, problem, complete } = consequences
  const best = choice?.systems[0]
  return (
    <p className={`no-print lg:hidden ${bar}`}>
      {!complete
        ? 'What suits stands here once end use, material and size are told.'
        : problem
          ? 'Mend the marked fields to see what suits.'
          : !choice
            ? 'Looking along the shelf…'
            : best
              ? `${choice.suited} last coats may go on it; best ${protection(best).product.name}.`
              : 'Nothing on the shelf suits; see below what would open it.'}
    </p>
  )
}
