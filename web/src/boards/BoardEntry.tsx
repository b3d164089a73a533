import { useQueryClient } from '@tanstack/react-query'
import { Camera } from 'lucide-react'
import { useId, useState } from 'react'
import { api, type Board } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { CrossCut } from './CrossCut'
import { rubs, drops } from './words'
import { judgedAnew } from '../api/queries'
import { useSave } from '../api/saving'

/** One test board: what it was, what it showed, who says so. */
export function BoardEntry({ board: b }: { board: Board }) {
  const show = useShow()
  const id = useId()
  const client = useQueryClient()
  const [asked, setAsked] = useState(false)
  const again = () => judgedAnew(client)
  const remove = useSave({
    send: (_: void, headers) =>
      api.DELETE('/boards/{id}', { params: { path: { id: b.id }, query: { version: b.version } }, headers }),
    onSuccess: again,
  })
  const photo = useSave({
    send: (file: File, headers) =>
      api.PUT('/boards/{id}/photo', {
        params: { path: { id: b.id } },
        headers: { 'Content-Type': 'application/octet-stream', ...headers },
        body: '',
        bodySerializer: () => file,
      }),
    onSuccess: again,
  })
  return (
    <li className="flex flex-wrap items-start gap-4 py-3">
      {b.hasPhoto ? (
        <img
          src={`/api/boards/${b.id}/photo`}
          alt={`Test board of ${b.coat} over ${b.ground}`}
          className="h-20 w-20 object-cover"
          loading="lazy"
        />
      ) : (
        <CrossCut class={b.input.crossCut} />
      )}
      <div className="min-w-0 flex-1">
        <p>
          <b>{b.coat}</b> over <b>{b.ground}</b>
          {b.input.material && ` on ${b.input.material}`}:{' '}
          <b className={b.input.passed ? 'text-success' : 'text-error'}>{b.input.passed ? 'passed' : 'failed'}</b>
        </p>
        <p className="text-sm">
          Cross-cut class {b.input.crossCut} ({b.d3359}), solvent rub {rubs[b.input.solventRub]}, water drop{' '}
          {drops[b.input.waterDrop]}. {b.input.who}, {show.date(b.input.madeOn)}.
        </p>
        {b.input.note && <p className="text-sm">{b.input.note}</p>}
        {photo.error && <ProblemNote problem={photo.error} />}
        <div className="no-print flex flex-wrap gap-2">
          <label htmlFor={id} className="btn btn-ghost has-focus-visible:outline-3">
            <Camera size={18} aria-hidden="true" />{' '}
            {photo.isPending ? 'Sending…' : b.hasPhoto ? 'Another photo' : 'Photo'}
            <input
              id={id}
              type="file"
              aria-label={`Photo of the board of ${b.coat} over ${b.ground}`}
              className="sr-only"
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              onChange={(e) => {
                const file = e.target.files?.[0]
                if (file) photo.mutate(file)
                e.target.value = ''
              }}
            />
          </label>
          {asked ? (
            <button type="button" className="btn btn-error" onClick={() => remove.mutate()}>
              What it settled is open again: remove it
            </button>
          ) : (
            <button
              type="button"
              className="btn btn-ghost"
              onClick={() => setAsked(true)}
              aria-label={`Remove the board of ${b.coat} over ${b.ground}`}
            >
              Remove
            </button>
          )}
        </div>
      </div>
    </li>
  )
}
