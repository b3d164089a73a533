import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Printer, SearchX, Thermometer } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, type Air, type Piece, type PlanAnswer, type Saying } from '../api/client'
import { Doubts } from '../log/Doubts'
import { Feels, HeldNote } from '../log/Feels'
import { Happened } from '../log/Happened'
import { ReadAir } from '../log/ReadAir'
import { Timers } from '../log/Timers'
import { ClockStrip } from '../ui/ClockStrip'
import { lanesOf } from '../ui/lanes'
import { anyChosen, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { forWhat } from '../ui/causes'
import { hardens } from '../ui/time'
import { Sayings } from '../ui/Sayings'
import { Slider } from '../ui/Slider'
import { Offer } from './Offer'
import { Steps } from './Steps'
import { useServerNow } from '../api/clock'
import { pieceSaved, planQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { useSettled } from '../ui/useSettled'
import { zonesOf } from '../ui/zones'

const NOW_EVERY = 20_000 // ms

export function PlanView() {
  const piece = usePiece()
  const [air, setAir] = useState<Air>(piece.input.air)
  const settled = useSettled(air)
  const now = useServerNow(NOW_EVERY)
  const query = useQuery({ ...planQuery(piece, settled), enabled: anyChosen(piece), refetchInterval: 60_000 })
  if (!anyChosen(piece)) {
    return (
      <p>
        No coating system is chosen yet.{' '}
        <Link className="link font-semibold" to="../choose">
          Choose one
        </Link>
        , and its plan stands here.
      </p>
    )
  }
  return (
    <Answered query={query} what="the plan">
      {(seen) => {
        const answer = { ...seen, strip: { ...seen.strip, now } }
        return (
          <>
            <Timers of={[{ piece, plan: answer.plan }]} />
            <PlanHead answer={answer} piece={piece} />
            <Sayings say={onceEach(answer.plan.zones.flatMap((z) => z.say))} due="starting" />
            {answer.plan.steps.length > 0 && piece.stage !== 'handed_over' && (
              <Offer piece={piece} now={answer.strip.now} />
            )}
            <AirTrial piece={piece} air={air} setAir={setAir} answer={answer} />
            {answer.plan.steps.length > 0 && <ClockStrip strip={answer.strip} lanes={lanesOf(piece, answer.plan)} />}
            <Readiness answer={answer} />
            <Steps answer={answer} piece={piece} />
            <Happened piece={piece} now={answer.strip.now} />
          </>
        )
      }}
    </Answered>
  )
}

/** What several zones ask for is said once. */
const onceEach = (say: Saying[]) => say.filter((s, i) => say.findIndex((o) => o.text === s.text) === i)

const HOUR = 3_600_000 // ms

const hoursOf = (gap: { from: string; to: string }) => (Date.parse(gap.to) - Date.parse(gap.from)) / HOUR

/** The answer first: when it may be used, and whether the promise is met. */
function PlanHead({ answer, piece }: { answer: PlanAnswer; piece: Piece }) {
  const show = useShow()
  const { plan } = answer
  if (plan.obstacles.length > 0 || !plan.lightUse || !plan.fullCure) {
    return (
      <div role="alert" className="mb-4 border-l-4 border-error bg-base-200 p-4">
        <p className="text-lg font-bold">Nothing may be coated as things stand.</p>
        <ul className="list-disc pl-5">
          {plan.obstacles.map((o) => (
            <li key={o}>{o}</li>
          ))}
        </ul>
      </div>
    )
  }
  const hard = hardens(plan)
  return (
    <div className="mb-4 flex flex-wrap items-start justify-between gap-4">
      <div>
        <p className="text-xl">
          Light use <b>{show.moment(plan.lightUse, answer.strip.now)}</b>
          {hard && (
            <>
              , fully hardened <b>{show.day(hard)}</b>
            </>
          )}
          .
        </p>
        {plan.promise ? (
          <p className={`text-lg font-semibold ${plan.promise.met ? 'text-success' : 'text-error'}`}>
            {plan.promise.met
              ? `Promised ${show.moment(piece.input.promised!)}: met, ${show.hours(plan.promise.marginH)} to spare`
              : `Promised ${show.moment(piece.input.promised!)}: missed by ${show.hours(plan.promise.marginH)}`}{' '}
            (counts {plan.promise.needs})
            {answer.latestStart && new Date(plan.steps[0]!.work[0]!.from) > new Date(answer.strip.now) && (
              <span className="block text-base font-normal text-base-content">
                Begun on {show.moment(answer.latestStart, answer.strip.now)} at the latest, it still keeps the promise.
              </span>
            )}
          </p>
        ) : (
          <p>Nothing was promised.</p>
        )}
        <p className="mt-1">
          {show.minutes(plan.handsOnMin)} by hand.{' '}
          <i className="text-sm underline decoration-wavy underline-offset-4">
            Dates are estimates for this air; the data sheet decides.
          </i>
        </p>
        {plan.standing?.critical && (
          <p className="no-print mt-1">
            Its longest wait: {show.hours(hoursOf(plan.standing.critical))} after “{plan.standing.critical.after}”
            {plan.zones.length > 1 && ` on ${plan.zones[plan.standing.critical.zone]!.name}`}, because{' '}
            {forWhat[plan.standing.critical.why]}.
          </p>
        )}
        {plan.air.map((said) => (
          <p key={said} className="mt-1 font-semibold text-warning">
            <Thermometer size={18} className="mr-1 inline" aria-hidden="true" />
            {said}
          </p>
        ))}
        {plan.notes.map((n) => (
          <p key={n} className="mt-1 font-semibold text-warning">
            {n}
          </p>
        ))}
        {plan.otherAir && (
          <p className="mt-1 font-semibold text-warning">
            The room was read at {show.measure(show.measures.temp, plan.otherAir.air.tempC)} and{' '}
            {show.number(plan.otherAir.air.rh)} % RH {show.moment(plan.otherAir.readAt, answer.strip.now)}, and this
            plan counts with other air: try it below, and keep it if the room stays so.
          </p>
        )}
        {plan.zones.flatMap((z) =>
          z.obstacles.map((o) => (
            <p key={z.name + o} className="mt-1 font-semibold text-error">
              {z.coated ? z.name : `${z.name} is not coated`}: {o}
            </p>
          )),
        )}
        <Unchosen piece={piece} />
        <Doubts piece={piece} plan={plan} now={answer.strip.now} />
        {plan.zones.map(
          (z) => z.held && <HeldNote key={z.name} piece={piece} zone={z.name} held={z.held} now={answer.strip.now} />,
        )}
      </div>
      <div className="no-print flex flex-wrap gap-2">
        <Feels piece={piece} plan={plan} now={answer.strip.now} />
        {piece.input.site.onSite && (
          <ReadAir press="Read the air there" of="The air where it stands" pieceId={piece.id} />
        )}
        <Link className="btn btn-outline" to="../wrong">
          <SearchX size={18} aria-hidden="true" /> Something looks wrong
        </Link>
        <button type="button" className="btn btn-outline" onClick={() => window.print()}>
          <Printer size={18} aria-hidden="true" /> Print the plan
        </button>
      </div>
    </div>
  )
}

/** The four readinesses of every zone: the next coat, careful handling, light use, hard right through. */
function Readiness({ answer: { plan, strip } }: { answer: PlanAnswer }) {
  const show = useShow()
  const zones = plan.zones.filter((z) => z.coated && z.lightUse)
  if (zones.length === 0) return null
  const at = (iso: string | undefined) =>
    iso === undefined ? '–' : iso <= strip.now ? 'now' : show.moment(iso, strip.now)
  return (
    <section aria-labelledby="readiness" className="no-print my-4">
      <h2 id="readiness">When each zone is ready</h2>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls must be reachable by keyboard */}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="readiness">
        <table className="table w-auto">
          <thead>
            <tr className="text-base-content">
              <th scope="col">Zone</th>
              <th scope="col">ready for its next coat</th>
              <th scope="col">carried with care</th>
              <th scope="col">light use</th>
              <th scope="col">hardened right through</th>
            </tr>
          </thead>
          <tbody>
            {zones.map((z) => (
              <tr key={z.name}>
                <th scope="row">{z.name}</th>
                <td>{z.nextCoat === undefined ? 'all are on' : at(z.nextCoat)}</td>
                <td>{at(z.handling)}</td>
                <td>{at(z.lightUse)}</td>
                <td>{z.fullCure && z.fullCure > strip.now ? show.day(z.fullCure) : at(z.fullCure)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

/** Zones that are prepared along, but for which nothing is chosen. */
function Unchosen({ piece }: { piece: Piece }) {
  const open = zonesOf(piece).flatMap(({ zone, layers }) => (layers.length === 0 ? zone : []))
  if (open.length === 0 || piece.stage === 'handed_over') return null
  return (
    <p className="no-print mt-1">
      Prepared, not coated:{' '}
      {open.map((z, i) => (
        <span key={z.id}>
          {i > 0 && ', '}
          <Link className="link font-semibold" to={`../choose/${z.id}`}>
            choose for {z.name}
          </Link>
        </span>
      ))}
      .
    </p>
  )
}

/** Other air, tried out: the strip answers at once; nothing is saved until it is kept. */
function AirTrial({
  piece,
  air,
  setAir,
  answer,
}: {
  piece: Piece
  air: Air
  setAir: (a: Air) => void
  answer: PlanAnswer
}) {
  const show = useShow()
  const client = useQueryClient()
  const changed = air.tempC !== piece.input.air.tempC || air.rh !== piece.input.air.rh
  const keep = useSave({
    send: (_: void, headers) =>
      api.PUT('/pieces/{id}', {
        headers,
        params: { path: { id: piece.id } },
        body: { version: piece.version, piece: { ...piece.input, air } },
      }),
    onSuccess: (saved) => pieceSaved(client, saved),
  })
  return (
    <fieldset className="no-print mb-4 flex flex-wrap items-end gap-x-8 gap-y-2 bg-base-200 px-4 py-3">
      <legend className="sr-only">Air in the room</legend>
      <Slider
        label="Air"
        value={air.tempC}
        min={0}
        max={40}
        text={show.measure(show.measures.temp, air.tempC)}
        onChange={(tempC) => setAir({ ...air, tempC })}
      />
      <Slider
        label="Humidity"
        value={air.rh}
        min={10}
        max={100}
        text={`${show.number(air.rh)} % RH`}
        onChange={(rh) => setAir({ ...air, rh })}
      />
      <p className="text-sm">
        dew point {show.measure(show.measures.temp, answer.air.dewPointC)}
        <br />
        wood settles at {show.number(answer.air.woodMoisturePct, 1)} %
        {piece.input.night && (
          <>
            <br />
            by night {show.measure(show.measures.temp, piece.input.night.tempC)}, {show.number(piece.input.night.rh)} %
            RH
          </>
        )}
      </p>
      {changed && piece.stage !== 'handed_over' && (
        <span className="flex gap-2">
          <button type="button" className="btn btn-primary" onClick={() => keep.mutate()} disabled={keep.isPending}>
            Keep this air
          </button>
          <button type="button" className="btn" onClick={() => setAir(piece.input.air)}>
            Back
          </button>
        </span>
      )}
      {keep.error && <ProblemNote problem={keep.error} />}
    </fieldset>
  )
}
