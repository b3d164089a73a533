import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import {
  api,
  Problem,
  type CardLang,
  type CardQuestion,
  type CareCard,
  type Piece,
  type Plan,
  type ZonePlan,
} from '../api/client'
import { photosQuery, pieceChanged, planQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { Doubts } from '../log/Doubts'
import { HeldNote } from '../log/Feels'
import { Field } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { AnswerLine } from '../ui/verdict'
import { WhenField } from '../ui/When'
import { languages } from './languages'

const anyCoat = (piece: Piece) => piece.systems.some((layers) => layers.some((l) => !l.nothingOn))

/** What is told when a piece leaves. What stands against it is asked first, each question with its answer. */
export function Leave({
  piece,
  card,
  title,
  onTitle,
}: {
  piece: Piece
  card: CareCard
  title: string
  onTitle: (title: string) => void
}) {
  const client = useQueryClient()
  const plan = useQuery(planQuery(piece))
  const [typed, setTyped] = useState<string>()
  const [reasons, setReasons] = useState<Record<string, string>>({})
  const [photos, setPhotos] = useState<number[]>([])
  const [mail, setMail] = useState('')
  const [lang, setLang] = useState<CardLang>('en')
  const lastCoat = typed ?? plan.data?.plan.lastCoat
  const hand = useSave({
    send: (_: void, headers) =>
      api.POST('/pieces/{id}/hand-over', {
        params: { path: { id: piece.id } },
        headers,
        body: { version: piece.version, lastCoat, title, reasons, photos, lang, mail: mail.trim() || undefined },
      }),
    onSuccess: () => pieceChanged(client, piece.id),
  })
  const at = (field: string) => (hand.error instanceof Problem ? hand.error.at(field) : undefined)
  // what only the answer of the server asks about: it depends on when the last coat went on
  const asked = hand.error instanceof Problem ? hand.error.fields.map((f) => f.field) : []
  const more = asked
    .filter((f) => f.startsWith('/reasons/') && !card.questions.some((q) => `/reasons/${q.id}` === f))
    .map((f): CardQuestion => ({ id: f.slice('/reasons/'.length), zone: '', text: '', stops: false }))
  const shown = ['/lastCoat', '/title', '/mail', ...[...card.questions, ...more].map((q) => `/reasons/${q.id}`)]
  const elsewhere = hand.error && !(asked.length > 0 && asked.every((f) => shown.includes(f)))
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
      {card.questions.length + more.length > 0 && (
        <section aria-labelledby="before-it-leaves" className="space-y-3 border-l-4 border-warning pl-4">
          <h2 id="before-it-leaves">Before it leaves</h2>
          {[...card.questions, ...more].map((q) => (
            <Question
              key={q.id}
              question={q}
              error={at(`/reasons/${q.id}`)}
              reason={reasons[q.id] ?? ''}
              onReason={(why) => setReasons({ ...reasons, [q.id]: why })}
            />
          ))}
        </section>
      )}
      <Field
        label="What its buyer calls it"
        hint="stands on the card in place of your own name for the piece"
        error={at('/title')}
      >
        {(ids) => (
          <input
            {...ids}
            className="input w-full"
            value={title}
            maxLength={120}
            onChange={(e) => onTitle(e.target.value)}
          />
        )}
      </Field>
      <WhenField
        label={anyCoat(piece) ? 'The last coat went on' : 'The work was done'}
        hint="where the log does not tell; the dates on the card follow"
        error={at('/lastCoat')}
        value={lastCoat}
        onChange={setTyped}
      />
      <PhotosToGo piece={piece} chosen={photos} onChosen={setPhotos} />
      <MailTo mail={mail} onMail={setMail} lang={lang} onLang={setLang} error={at('/mail')} />
      <button
        type="submit"
        className="btn btn-primary btn-lg w-full"
        disabled={hand.isPending || lastCoat === undefined || card.questions.some((q) => q.stops)}
      >
        {hand.isPending ? 'Saving…' : 'Hand over with this card'}
      </button>
      <p className="text-sm">
        The card gets a link of its own that nobody can guess. After this the record no longer changes; the card can
        still be corrected or withdrawn.
      </p>
      {elsewhere && hand.error && <ProblemNote problem={hand.error} />}
    </form>
  )
}

/** Where the card is sent, and in which language: nowhere, unless its buyer wants it so. */
function MailTo({
  mail,
  onMail,
  lang,
  onLang,
  error,
}: {
  mail: string
  onMail: (mail: string) => void
  lang: CardLang
  onLang: (lang: CardLang) => void
  error: string | undefined
}) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_8rem] gap-3">
      <Field label="Mail the card to" hint="if its buyer wants it so" error={error}>
        {(ids) => (
          <input {...ids} type="email" className="input w-full" value={mail} onChange={(e) => onMail(e.target.value)} />
        )}
      </Field>
      <Field label="in">
        {(ids) => (
          <select {...ids} className="select w-full" value={lang} onChange={(e) => onLang(e.target.value as CardLang)}>
            {languages.map((l) => (
              <option key={l.id} value={l.id}>
                {l.name}
              </option>
            ))}
          </select>
        )}
      </Field>
    </div>
  )
}

function Question({
  question,
  error,
  reason,
  onReason,
}: {
  question: CardQuestion
  error: string | undefined
  reason: string
  onReason: (why: string) => void
}) {
  const about = question.zone ? `${question.zone}: ` : ''
  if (question.stops) {
    return (
      <p role="alert">
        <b>{about}</b>
        {question.text}
      </p>
    )
  }
  return (
    <div>
      <p>
        <b>{about}</b>
        {question.text}
      </p>
      <Field label="Why it leaves all the same" error={error}>
        {(ids) => (
          <input
            {...ids}
            className="input w-full"
            aria-label={`Why it leaves all the same: ${about}${question.text}`}
            value={reason}
            maxLength={500}
            onChange={(e) => onReason(e.target.value)}
          />
        )}
      </Field>
    </div>
  )
}

const moments = { before: 'before', during: 'during the work', after: 'after' }

/** Pictures that go with the card: none, unless they are chosen. */
export function PhotosToGo({
  piece,
  chosen,
  onChosen,
}: {
  piece: Piece
  chosen: number[]
  onChosen: (ids: number[]) => void
}) {
  const photos = useQuery(photosQuery(piece.id)).data ?? []
  if (photos.length === 0) return null
  return (
    <fieldset>
      <legend className="font-semibold">Pictures that go with it</legend>
      <ul className="flex flex-wrap gap-3">
        {photos.map((p) => (
          <li key={p.id}>
            <label className="block w-24 cursor-pointer">
              <img
                src={`/api/pieces/${piece.id}/photos/${p.id}`}
                alt=""
                className="h-20 w-24 border border-base-300 object-cover"
                loading="lazy"
              />
              <span className="flex min-h-11 items-center gap-2 text-sm">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={chosen.includes(p.id)}
                  onChange={(e) => onChosen(e.target.checked ? [...chosen, p.id] : chosen.filter((c) => c !== p.id))}
                />
                {moments[p.moment]}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  )
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
