import { useQuery } from '@tanstack/react-query'
import type { KeptEvent, Piece, ZoneInput } from '../api/client'
import { eventsQuery, photosQuery } from '../api/queries'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { StoryField, TextField, WordField } from '../ui/TypedFields'
import { useKept } from '../ui/useKept'
import { useTell } from './tell'
import { useWho } from './who'

/** Facts in words that a piece keeps. */
export type WordsKind = 'sample' | 'patch' | 'slip' | 'fault' | 'moved' | 'note'

const kinds: Record<WordsKind, { name: string; asks: string }> = {
  sample: { name: 'Sample colour', asks: 'what it was made of, how much of each, on which wood' },
  patch: { name: 'Patch', asks: 'where it is and what it is made of; the buyer’s card tells of it' },
  fault: { name: 'Fault', asks: 'what was seen, what it came from, what was done' },
  moved: { name: 'Moved', asks: 'where it stands now' },
  note: { name: 'Note', asks: 'whatever is worth keeping' },
  slip: { name: 'Slip measured', asks: 'the value, the day, and how it was measured; the buyer’s card tells it' },
}

interface Draft {
  kind: WordsKind
  text: string
  photoId: string // of a select; '' = none
}

/** What is kept of a zone in words, each with who told it and when; and a line to tell more. */
export function Kept({
  piece,
  zone,
  of,
  title,
  locked,
}: {
  piece: Piece
  zone: ZoneInput
  of: WordsKind[]
  title: string
  locked: boolean
}) {
  const told = useQuery(eventsQuery(piece.id)).data ?? []
  const mine = told.filter((e) => e.zoneId === zone.id && of.some((k) => k === e.kind))
  const { undo, problem } = useTell(piece)
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">{title}</legend>
      {mine.length > 0 && (
        <ul className="mb-3 divide-y divide-base-300 border-y border-base-300">
          {mine.map((e) => (
            <Row key={e.id} piece={piece} event={e} back={locked ? undefined : () => void undo({ event: e.id })} />
          ))}
        </ul>
      )}
      {problem && <ProblemNote problem={problem} />}
      {!locked && <Tell piece={piece} zone={zone} of={of} />}
    </fieldset>
  )
}

function Row({ piece, event, back }: { piece: Piece; event: KeptEvent; back: (() => void) | undefined }) {
  const show = useShow()
  return (
    <li className="flex flex-wrap items-start gap-x-4 gap-y-1 py-2">
      {event.photoId !== undefined && (
        <img
          src={`/api/pieces/${piece.id}/photos/${event.photoId}`}
          alt="As it looks"
          loading="lazy"
          className="size-16 object-cover"
        />
      )}
      <div className="min-w-0 flex-1">
        <p className="break-words whitespace-pre-line">
          <b>{kinds[event.kind as WordsKind].name}.</b> {event.text}
        </p>
        <p className="text-sm opacity-85">
          {show.date(event.happenedAt)}
          {event.who && `, ${event.who}`}
        </p>
      </div>
      {back && (
        <button type="button" className="btn btn-ghost" onClick={back} aria-label={`Take back: ${event.text}`}>
          Take back
        </button>
      )}
    </li>
  )
}

/** A line to tell something in words, of a zone or of the whole piece. */
export function Tell({ piece, zone, of }: { piece: Piece; zone: ZoneInput | undefined; of: WordsKind[] }) {
  const { who, setWho, keepWho } = useWho()
  const photos = useQuery(photosQuery(piece.id)).data?.filter((p) => p.zoneId === undefined || p.zoneId === zone?.id)
  const blank: Draft = { kind: of[0]!, text: '', photoId: '' }
  const draft = useKept<Draft>(`words-${piece.id}-${zone?.id ?? 0}-${of.join('-')}`, () => blank)
  const { kind, text, photoId } = draft.value
  const { tell, busy, problem, clear } = useTell(piece)
  const keep = async () => {
    const kept = await tell(`${kinds[kind].name}: ${text}`, {
      kind,
      zoneId: zone?.id,
      text,
      who: who.trim(),
      photoId: photoId === '' ? undefined : Number(photoId),
    })
    if (!kept) return
    keepWho()
    draft.afresh()
  }
  const set = (change: Partial<Draft>) => {
    clear()
    draft.set({ ...draft.value, ...change })
  }
  const wrong = problem?.at('/text')
  return (
    <div className="space-y-3">
      <div className="grid gap-3 sm:grid-cols-3">
        {of.length > 1 && (
          <WordField<string>
            label="What"
            words={Object.fromEntries(of.map((k) => [k, kinds[k].name]))}
            value={kind}
            onChange={(k) => set({ kind: k as WordsKind })}
          />
        )}
        {photos !== undefined && photos.length > 0 && (
          <WordField
            label="Photo of it"
            words={{
              '': 'none',
              ...Object.fromEntries(photos.map((p, i) => [String(p.id), `photo ${i + 1}, ${p.moment}`])),
            }}
            value={photoId}
            onChange={(id) => set({ photoId: id })}
          />
        )}
        <TextField label="Who" value={who} onChange={setWho} hint="initials, kept on this device" />
      </div>
      <StoryField
        label={`${kinds[kind].name}, in words`}
        hint={kinds[kind].asks}
        error={wrong}
        value={text}
        onChange={(text) => set({ text })}
      />
      {problem && !wrong && <ProblemNote problem={problem} />}
      <button type="button" className="btn btn-outline" disabled={busy} onClick={() => void keep()}>
        {busy ? 'Keeping…' : `Keep the ${kinds[kind].name.toLowerCase()}`}
      </button>
    </div>
  )
}
