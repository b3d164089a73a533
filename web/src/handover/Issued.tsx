import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, Problem, type CardIssue, type CareCard, type Piece } from '../api/client'
import { pieceChanged } from '../api/queries'
import { useSave } from '../api/saving'
import { Field } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { PhotosToGo } from './Leave'

/** The card that went with the piece: its link, its forms, and what may still be done with it. */
export function Issued({ piece, card }: { piece: Piece; card: CareCard }) {
  const show = useShow()
  return (
    <div className="space-y-5">
      <p className="font-semibold">Handed over on {show.date(card.handedOver)}.</p>
      {card.withdrawn ? (
        <p role="status" className="border-l-4 border-warning pl-4">
          The card was withdrawn: its link says so, and tells nothing else.
        </p>
      ) : (
        <Forms token={card.token!} />
      )}
      {card.reminders > 0 && (
        <p>
          {card.reminders === 1 ? 'One reminder runs' : `${card.reminders} reminders run`}; mail goes to the{' '}
          <Link className="link font-semibold" to="/outbox">
            outbox
          </Link>
          .
        </p>
      )}
      <Correct piece={piece} card={card} />
      {!card.withdrawn && <Withdraw piece={piece} number={card.issues.at(-1)!.number} />}
      {card.issues.length > 1 && <Issues all={card.issues} />}
    </div>
  )
}

function Forms({ token }: { token: string }) {
  const [copied, setCopied] = useState(false)
  const link = `${window.location.origin}/care/${token}`
  const forms = [
    { name: 'Sheet, A4', file: 'sheet.pdf?paper=a4' },
    { name: 'Sheet, Letter', file: 'sheet.pdf?paper=letter' },
    { name: 'Tag, A6', file: 'tag.pdf' },
    { name: 'Dates for a calendar', file: 'dates.ics' },
    { name: 'Plain text', file: 'card.txt' },
    { name: 'Markdown', file: 'card.md' },
    { name: 'Finish record, JSON', file: 'record.json' },
  ]
  return (
    <>
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
        <a className="btn btn-primary" href={`/care/${token}`}>
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
      </div>
      <ul aria-label="The card in other forms" className="grid grid-cols-2 gap-x-4">
        {forms.map((f) => (
          <li key={f.file}>
            <a className="link inline-flex min-h-11 items-center font-semibold" href={`/care/${token}/${f.file}`}>
              {f.name}
            </a>
          </li>
        ))}
      </ul>
    </>
  )
}

function Correct({ piece, card }: { piece: Piece; card: CareCard }) {
  const client = useQueryClient()
  const [title, setTitle] = useState(card.title)
  const [contact, setContact] = useState(card.contact)
  const [reason, setReason] = useState('')
  const [photos, setPhotos] = useState(card.photos)
  const save = useSave({
    send: (_: void, headers) =>
      api.POST('/pieces/{id}/cards', {
        params: { path: { id: piece.id } },
        headers,
        body: { number: card.issues.at(-1)!.number, title, contact, reason, photos },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  const at = (field: string) => (save.error instanceof Problem ? save.error.at(field) : undefined)
  return (
    <details className="border-t border-base-300">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Correct it</summary>
      <form
        noValidate
        className="space-y-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <p>
          A new card with a new number and a new link. The old link says that it was replaced, and leads to the new one.
        </p>
        <Field label="What its buyer calls it" error={at('/title')}>
          {(ids) => (
            <input {...ids} className="input w-full" value={title} onChange={(e) => setTitle(e.target.value)} />
          )}
        </Field>
        <Field label="Whom to ask" hint="phone, mail, address on the web" error={at('/contact')}>
          {(ids) => (
            <input {...ids} className="input w-full" value={contact} onChange={(e) => setContact(e.target.value)} />
          )}
        </Field>
        <PhotosToGo piece={piece} chosen={photos} onChosen={setPhotos} />
        <Field label="Why it is corrected" hint="kept here; not on the card" error={at('/reason')}>
          {(ids) => (
            <input {...ids} className="input w-full" value={reason} onChange={(e) => setReason(e.target.value)} />
          )}
        </Field>
        <button type="submit" className="btn btn-outline" disabled={save.isPending}>
          {save.isPending ? 'Saving…' : 'Issue the corrected card'}
        </button>
        {save.error && !(save.error instanceof Problem && save.error.fields.length > 0) && (
          <ProblemNote problem={save.error} />
        )}
      </form>
    </details>
  )
}

function Withdraw({ piece, number }: { piece: Piece; number: number }) {
  const client = useQueryClient()
  const [reason, setReason] = useState('')
  const save = useSave({
    send: (_: void, headers) =>
      api.POST('/pieces/{id}/cards/{number}/withdraw', {
        params: { path: { id: piece.id, number } },
        headers,
        body: { reason },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  return (
    <details className="border-t border-base-300">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Withdraw it</summary>
      <form
        noValidate
        className="space-y-3 pb-3"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <p>Its link says from then on that it was withdrawn. It cannot be put back; a corrected one can be issued.</p>
        <Field label="Why it is withdrawn" error={save.error instanceof Problem ? save.error.at('/reason') : undefined}>
          {(ids) => (
            <input {...ids} className="input w-full" value={reason} onChange={(e) => setReason(e.target.value)} />
          )}
        </Field>
        <button type="submit" className="btn btn-outline btn-error" disabled={save.isPending}>
          {save.isPending ? 'Saving…' : 'Withdraw this card'}
        </button>
        {save.error && !(save.error instanceof Problem && save.error.fields.length > 0) && (
          <ProblemNote problem={save.error} />
        )}
      </form>
    </details>
  )
}

function Issues({ all }: { all: CardIssue[] }) {
  const show = useShow()
  return (
    <section aria-labelledby="issues" className="border-t border-base-300 pt-2">
      <h2 id="issues">Cards of this piece</h2>
      <ol className="divide-y divide-base-300">
        {all.map((i) => (
          <li key={i.number} className="py-2">
            <a className="link font-semibold" href={`/care/${i.token}`}>
              No. {i.number}, {show.date(i.issuedAt)}
            </a>{' '}
            {i.title}
            {i.reason && <span className="block">{i.reason}</span>}
            {i.endedAt && (
              <span className="block font-semibold">
                {i.withdrawn ? 'Withdrawn' : 'Replaced'} on {show.date(i.endedAt)}
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}
