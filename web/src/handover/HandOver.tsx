import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, ask, Problem, type CareCard, type Piece } from '../api/client'
import { Card } from '../care/Card'
import { Field } from '../ui/Field'
import { anyChosen, pieceKey, usePiece } from '../ui/PieceFrame'
import { Answered, ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { fromLocalInput, toLocalInput } from '../ui/time'

export function HandOverView() {
  const piece = usePiece()
  const [facts, setFacts] = useState(false)
  const query = useQuery({ queryKey: ['piece-care', piece.id, piece.version], queryFn: () => ask(api.GET('/pieces/{id}/care', { params: { path: { id: piece.id } } })), enabled: anyChosen(piece) })
  if (!anyChosen(piece)) {
    return (
      <p>
        The card is made from what is on the piece. <Link className="link font-semibold" to="../choose">Choose a coating system</Link> first.
      </p>
    )
  }
  return (
    <Answered query={query} what="the care card">
      {(card) => (
        <div className="grid gap-8 lg:grid-cols-[20rem_minmax(0,1fr)]">
          <div className="no-print space-y-4 self-start">
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
              <input type="checkbox" className="checkbox" checked={facts} onChange={(e) => setFacts(e.target.checked)} /> Show the fact behind each sentence
            </label>
          </div>
          <div className="border border-base-300 p-6 print:border-0 print:p-0">
            {!card.issued && <p className="no-print mb-4 font-semibold text-accent">Preview: as the card would be, with the planned dates.</p>}
            <Card card={card} facts={facts} />
          </div>
        </div>
      )}
    </Answered>
  )
}

function HandOverForm({ piece }: { piece: Piece }) {
  const show = useShow()
  const client = useQueryClient()
  const zone = show.workshop?.timeZone
  const plan = useQuery({ queryKey: ['plan', piece.id, piece.version, 'kept'], queryFn: () => ask(api.GET('/pieces/{id}/plan', { params: { path: { id: piece.id } } })) })
  const [typed, setTyped] = useState<string>()
  const lastCoat = typed ?? toLocalInput(plan.data?.plan.lastCoat, zone)
  const hand = useMutation({
    mutationFn: () => ask(api.POST('/pieces/{id}/hand-over', { params: { path: { id: piece.id } }, body: { version: piece.version, lastCoat: fromLocalInput(lastCoat, zone) ?? '1970-01-01T00:00:00Z' } })),
    onSuccess: async () => {
      await Promise.all([client.invalidateQueries({ queryKey: pieceKey(piece.id) }), client.invalidateQueries({ queryKey: ['bench'] })])
    },
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
      <Field label="The last coat went on" hint="planned time; change it to the real one, the dates on the card follow" error={hand.error instanceof Problem ? hand.error.at('/lastCoat') : undefined}>
        {(ids) => <input {...ids} type="datetime-local" className="input w-full" value={lastCoat} onChange={(e) => setTyped(e.target.value)} />}
      </Field>
      <button type="submit" className="btn btn-primary btn-lg w-full" disabled={hand.isPending || lastCoat === ''}>
        {hand.isPending ? 'Saving…' : 'Hand over with this card'}
      </button>
      <p className="text-sm">The card gets a link of its own that nobody can guess. After this the record no longer changes.</p>
      {hand.error && !(hand.error instanceof Problem && hand.error.fields.length > 0) && <ProblemNote problem={hand.error} />}
    </form>
  )
}

function Issued({ card }: { card: CareCard }) {
  const show = useShow()
  const [copied, setCopied] = useState(false)
  const link = `${window.location.origin}/care/${card.token}`
  return (
    <div className="space-y-3">
      <p className="font-semibold">Handed over on {show.date(card.handedOver)}.</p>
      <Field label="The buyer’s link">{(ids) => <input {...ids} readOnly className="input w-full" value={link} onFocus={(e) => e.target.select()} />}</Field>
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
