import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, Problem, type CareCard, type Piece, type Plan, type ZonePlan } from '../api/client'
import { Card } from '../care/Card'
import { Doubts } from '../log/Doubts'
import { HeldNote } from '../log/Feels'
import { Kept } from '../log/Kept'
import { Field } from '../ui/Field'
import { anyChosen, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { AnswerLine } from '../ui/verdict'
import { WhenField } from '../ui/When'
import { pieceCareQuery, pieceChanged, planQuery } from '../api/queries'
import { useSave } from '../api/saving'

export function HandOverView() {
  const piece = usePiece()
  const [facts, setFacts] = useState(false)
  const query = useQuery({ ...pieceCareQuery(piece), enabled: anyChosen(piece) })
  if (!anyChosen(piece)) {
    return (
      <p>
        The card is made from what is on the piece.{' '}
        <Link className="link font-semibold" to="../choose">
          Choose a coating system
        </Link>{' '}
        first.
      </p>
    )
  }
  return (
    <Answered query={query} what="the care card">
      {(card) => (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[20rem_minmax(0,1fr)]">
          <div className="no-print space-y-4 self-start">
            {!card.issued && <Measured piece={piece} />}
            {card.issued ? <Issued card={card} /> : <HandOverForm piece={piece} />}
            <p>
              Unsold, or back for more?{' '}
              <Link className="link font-semibold" to={`/take-in?again=${piece.id}`}>
                Do it again from this record
              </Link>
            </p>
            <p>
              Will it be used for something else?{' '}
              <Link className="link font-semibold" to={`/pieces/${piece.id}/another-life`}>
                See what another life asks of it
              </Link>
            </p>
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="checkbox"
                checked={facts}
                onChange={(e) => setFacts(e.target.checked)}
              />{' '}
              Show the fact behind each sentence
            </label>
          </div>
          <div className="border border-base-300 p-6 print:border-0 print:p-0">
            {!card.issued && (
              <p className="no-print mb-4 font-semibold text-accent">
                Preview: as the card would be, with the planned dates.
              </p>
            )}
            <Card card={card} facts={facts} />
          </div>
        </div>
      )}
    </Answered>
  )
}

const anyCoat = (piece: Piece) => piece.systems.some((layers) => layers.some((l) => l.productId > 0))

function HandOverForm({ piece }: { piece: Piece }) {
  const client = useQueryClient()
  const plan = useQuery(planQuery(piece))
  const [typed, setTyped] = useState<string>()
  const lastCoat = typed ?? plan.data?.plan.lastCoat
  const hand = useSave({
    send: (_: void, headers) =>
      api.POST('/pieces/{id}/hand-over', {
        params: { path: { id: piece.id } },
        headers,
        body: { version: piece.version, lastCoat: lastCoat! },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  return (
    <form
      noValidate
      className="space-y-4"
      onSubmit={(e) => {
        e.preventDefault()
        hand.mutate()
      }}
    >
      {plan.data && <Doubts piece={piece} plan={plan.data.plan} now={plan.data.strip.now} />}
      {plan.data && <Answers piece={piece} plan={plan.data.plan} now={plan.data.strip.now} />}
      <WhenField
        label={anyCoat(piece) ? 'The last coat went on' : 'The work was done'}
        hint="planned time; change it to the real one, the dates on the card follow"
        error={hand.error instanceof Problem ? hand.error.at('/lastCoat') : undefined}
        value={lastCoat}
        onChange={setTyped}
      />
      <button
        type="submit"
        className="btn btn-primary btn-lg w-full"
        disabled={hand.isPending || lastCoat === undefined}
      >
        {hand.isPending ? 'Saving…' : 'Hand over with this card'}
      </button>
      <p className="text-sm">
        The card gets a link of its own that nobody can guess. After this the record no longer changes.
      </p>
      {hand.error && !(hand.error instanceof Problem && hand.error.fields.length > 0) && (
        <ProblemNote problem={hand.error} />
      )}
    </form>
  )
}

/** What has to be measured on the finished work before it may leave. */
function Measured({ piece }: { piece: Piece }) {
  return piece.input.zones
    .filter((z) => z.wants?.measureSlip)
    .map((z) => <Kept key={z.id} piece={piece} zone={z} of={['slip']} title={`Slip on ${z.name}`} locked={false} />)
}

/** The one answer on each zone, zones of one answer together; and what was felt on them. */
function Answers({ piece, plan, now }: { piece: Piece; plan: Plan; now: string }) {
  const alike = new Map<string, ZonePlan[]>()
  for (const z of plan.zones) {
    if (!z.answer) continue
    const key = z.answer.headline + z.answer.reason
    alike.set(key, [...(alike.get(key) ?? []), z])
  }
  return (
    <>
      {[...alike].map(([key, zones]) => (
        <div key={key}>
          {plan.zones.length > 1 && <b>{zones.map((z) => z.name).join(', ')}</b>}
          <AnswerLine answer={zones[0]!.answer!} />
        </div>
      ))}
      {plan.zones.map((z) => z.held && <HeldNote key={z.name} piece={piece} zone={z.name} held={z.held} now={now} />)}
    </>
  )
}

function Issued({ card }: { card: CareCard }) {
  const show = useShow()
  const [copied, setCopied] = useState(false)
  const link = `${window.location.origin}/care/${card.token}`
  return (
    <div className="space-y-3">
      <p className="font-semibold">Handed over on {show.date(card.handedOver)}.</p>
      <Field label="The buyer’s link">
        {(ids) => (
          <input
            {...ids}
            readOnly
            className="input w-full font-copied"
            value={link}
            onFocus={(e) => e.target.select()}
          />
        )}
      </Field>
      <div className="flex flex-wrap gap-3">
        <a className="btn btn-primary" href={`/care/${card.token}`}>
          Open the page
        </a>
        <button
          type="button"
          className="btn btn-outline"
          onClick={() => {
            void navigator.clipboard.writeText(link).then(() => setCopied(true))
          }}
        >
          {copied ? 'Copied' : 'Copy the link'}
        </button>
        <button type="button" className="btn btn-outline" onClick={() => window.print()}>
          Print the card
        </button>
      </div>
    </div>
  )
}
