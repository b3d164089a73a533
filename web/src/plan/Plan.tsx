import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Printer, SearchX } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, type Air, type Piece, type PlanAnswer, type Saying } from '../api/client'
import { Doubts } from '../log/Doubts'
import { Feels, HeldNote } from '../log/Feels'
import { Happened } from '../log/Happened'
import { ClockStrip } from '../ui/ClockStrip'
import { lanesOf } from '../ui/lanes'
import { anyChosen, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { hardens } from '../ui/time'
import { Sayings } from '../ui/Sayings'
import { Slider } from '../ui/Slider'
import { Steps } from './Steps'
import { pieceSaved, planQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { useSettled } from '../ui/useSettled'

export function PlanView() {
  const piece = usePiece()
  const [air, setAir] = useState<Air>(piece.input.air)
  const settled = useSettled(air)
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
      {(answer) => (
        <>
          <PlanHead answer={answer} piece={piece} />
          <Sayings say={onceEach(answer.plan.zones.flatMap((z) => z.say))} due="starting" />
          <AirTrial piece={piece} air={air} setAir={setAir} answer={answer} />
          {answer.plan.steps.length > 0 && <ClockStrip strip={answer.strip} lanes={lanesOf(piece, answer.plan)} />}
          <Steps answer={answer} piece={piece} />
          <Happened piece={piece} now={answer.strip.now} />
        </>
      )}
    </Answered>
  )
}

/** What several zones ask for is said once. */
const onceEach = (say: Saying[]) => say.filter((s, i) => say.findIndex((o) => o.text === s.text) === i)

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
        {plan.notes.map((n) => (
          <p key={n} className="mt-1 font-semibold text-warning">
            {n}
          </p>
        ))}
        {plan.zones.flatMap((z) =>
          z.obstacles.map((o) => (
            <p key={z.name + o} className="mt-1 font-semibold text-error">
              {z.name} is not coated: {o}
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

/** Zones that are prepared along, but for which nothing is chosen. */
function Unchosen({ piece }: { piece: Piece }) {
  const open = piece.input.zones.filter((_, i) => piece.systems[i]!.length === 0)
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
