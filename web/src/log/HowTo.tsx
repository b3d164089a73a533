import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, Problem, type LabelOnLaying } from '../api/client'
import { techniqueNotesChanged, techniqueNotesQuery, techniquesQuery } from '../api/queries'
import { useSave } from '../api/saving'
import { StoryField } from '../ui/TypedFields'
import { Lines } from '../ui/Lines'
import { ProblemNote } from '../ui/Problem'

/** How a coat is laid, in short lines, for whoever opens it at the step. */
export function HowTo({ card, label }: { card: string; label: LabelOnLaying | undefined }) {
  const [open, setOpen] = useState(false)
  const cards = useQuery({ ...techniquesQuery, enabled: open })
  const c = cards.data?.find((o) => o.id === card)
  return (
    <details className="no-print mt-1" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">How it is laid</summary>
      {open && cards.isPending && <p role="status">Fetching the card…</p>}
      {open && c && (
        <div className="mb-2 border-l-4 border-base-300 pl-3">
          <OwnWord card={card} />
          {label && (
            <Lines
              className="mb-2 border-l-4 border-primary bg-base-200 px-3 py-2"
              of={[
                ['Tools, by its label', label.tools],
                ['Thinner, by its label', label.thinner],
                ['Clean-up, by its label', label.cleanUp],
              ]}
            />
          )}
          <Lines
            of={[
              ['Tool and tin', c.tool],
              ['Load and order', c.load],
              ['Stroke', c.stroke],
              ['When it is right', c.right],
              ['After it', c.after],
            ]}
          />
          {c.caution && (
            <p className="mt-2 border-l-4 border-warning bg-base-200 px-3 py-2">
              <b>Caution.</b> {c.caution}
            </p>
          )}
          <p className="mt-2">
            <b>Not so:</b> {c.wrong}
          </p>
          <p className="mt-1 text-sm opacity-85">practice, at 20 °C and 50 % RH; the label wins</p>
        </div>
      )}
    </details>
  )
}

/** The workshop's own word on a card, which goes before what practice says. */
function OwnWord({ card }: { card: string }) {
  const client = useQueryClient()
  const notes = useQuery(techniqueNotesQuery)
  const [typed, setTyped] = useState<string>()
  const kept = notes.data?.find((n) => n.card === card)
  const save = useSave({
    send: (note: string, headers) =>
      api.PUT('/technique-notes', { headers, body: { card, note, version: kept?.version ?? 0 } }),
    onSuccess: async () => {
      await techniqueNotesChanged(client)
      setTyped(undefined)
    },
  })
  if (!notes.data) return null
  if (typed === undefined) {
    return (
      <p className="mb-2 flex flex-wrap items-start gap-x-3">
        {kept?.note && (
          <span className="min-w-0 flex-1 whitespace-pre-line bg-base-200 px-3 py-2">
            <b>Here:</b> {kept.note}
          </span>
        )}
        <button type="button" className="btn btn-ghost" onClick={() => setTyped(kept?.note ?? '')}>
          {kept?.note ? 'Change our word' : 'Add our own word'}
        </button>
      </p>
    )
  }
  return (
    <div className="mb-3 space-y-2">
      <StoryField
        label="How we do it here"
        hint="or what the label of the tin in use says; it stands before the card"
        error={save.error instanceof Problem ? save.error.at('/note') : undefined}
        value={typed}
        onChange={(text) => setTyped(text)}
      />
      {save.error && <ProblemNote problem={save.error} />}
      <div className="flex gap-2">
        <button type="button" className="btn btn-primary" disabled={save.isPending} onClick={() => save.mutate(typed)}>
          Keep our word
        </button>
        <button type="button" className="btn btn-ghost" onClick={() => setTyped(undefined)}>
          Leave it
        </button>
      </div>
    </div>
  )
}
