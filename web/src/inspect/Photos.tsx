import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Camera } from 'lucide-react'
import { useId, useState } from 'react'
import { api, Problem, type ZoneInput } from '../api/client'
import { ProblemNote } from '../ui/Problem'
import { photosChanged, photosQuery } from '../api/queries'
import { useSave } from '../api/saving'

type Moment = 'before' | 'during' | 'after'
const moments: Moment[] = ['before', 'during', 'after']

/**
 * Photos of a zone, from the phone's camera or a file. Sending one touches nothing else that was typed; one that breaks
 * off can be sent again.
 */
export function Photos({ pieceId, zone, locked }: { pieceId: number; zone: ZoneInput; locked: boolean }) {
  const id = useId()
  const client = useQueryClient()
  const [moment, setMoment] = useState<Moment>('before')
  const path = { id: pieceId }
  const photos = useQuery(photosQuery(pieceId))
  const again = () => photosChanged(client, pieceId)
  const send = useSave({
    send: (file: File, headers) =>
      api.POST('/pieces/{id}/photos', {
        params: { path, query: { moment, zoneId: zone.id } },
        headers: { 'Content-Type': 'application/octet-stream', ...headers },
        body: '',
        bodySerializer: () => file,
      }),
    onSuccess: again,
  })
  const remove = useSave({
    send: (photoId: number, headers) =>
      api.DELETE('/pieces/{id}/photos/{photoId}', { params: { path: { ...path, photoId } }, headers }),
    onSuccess: again,
  })
  const problem = send.error ?? remove.error
  const shown = photos.data?.filter((p) => p.zoneId === undefined || p.zoneId === zone.id) ?? []
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-bold">Photos</legend>
      {!locked && (
        <div className="flex flex-wrap items-center gap-3">
          <select
            className="select w-32"
            aria-label="Taken"
            value={moment}
            onChange={(e) => setMoment(e.target.value as Moment)}
          >
            {moments.map((m) => (
              <option key={m}>{m}</option>
            ))}
          </select>
          <label htmlFor={id} className="btn btn-outline has-focus-visible:outline-3">
            <Camera size={18} aria-hidden="true" /> {send.isPending ? 'Sending…' : 'Take or choose a photo'}
            <input
              id={id}
              type="file"
              className="sr-only"
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              disabled={send.isPending}
              onChange={(e) => {
                const file = e.target.files?.[0]
                if (file) send.mutate(file)
                e.target.value = ''
              }}
            />
          </label>
        </div>
      )}
      <div role="status">
        {send.isPending && <progress className="progress mt-2 w-56" aria-label="Sending the photo" />}
      </div>
      {problem instanceof Problem && (
        <ProblemNote problem={problem} retry={send.error ? () => send.mutate(send.variables) : undefined} />
      )}
      {shown.length > 0 && (
        <ul className="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-4">
          {shown.map((p) => (
            <li key={p.id}>
              <a href={`/api/pieces/${pieceId}/photos/${p.id}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/pieces/${pieceId}/photos/${p.id}`}
                  alt={`${p.zoneId ? zone.name : 'The piece'} ${p.moment} the work`}
                  width={p.width}
                  height={p.height}
                  loading="lazy"
                  className="aspect-square w-full object-cover"
                />
              </a>
              <span className="flex items-center justify-between">
                {p.moment}
                {!locked && (
                  <button
                    type="button"
                    className="btn btn-ghost"
                    onClick={() => remove.mutate(p.id)}
                    aria-label={`Remove the photo from ${p.moment} the work`}
                  >
                    Remove
                  </button>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
    </fieldset>
  )
}
