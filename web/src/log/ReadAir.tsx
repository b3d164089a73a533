import { useQueryClient } from '@tanstack/react-query'
import { Thermometer } from 'lucide-react'
import { useRef, useState, type ReactNode } from 'react'
import { api, Problem } from '../api/client'
import { airRead } from '../api/queries'
import { useSave } from '../api/saving'
import { Field, MeasureInput } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { useShow } from '../ui/show'
import { whole } from '../ui/units'
import { sheet } from './sheet'
import { lastWho } from './who'

/** Reads the air on the thermo-hygrometer: of the room, or where a piece stands. What is laid then is told in it. */
export function ReadAir({
  press,
  of,
  pieceId,
  children,
}: {
  press: string
  of: string
  pieceId?: number
  children?: ReactNode // below the form
}) {
  const dialog = useRef<HTMLDialogElement>(null)
  const [open, setOpen] = useState(false)
  return (
    <>
      <button
        type="button"
        className="no-print btn btn-ghost font-normal"
        onClick={() => {
          setOpen(true)
          dialog.current?.showModal()
        }}
      >
        <Thermometer size={18} aria-hidden="true" />
        {press}
      </button>
      <dialog ref={dialog} className={sheet} aria-label={of} onClose={() => setOpen(false)}>
        {open && (
          <Reading of={of} pieceId={pieceId} close={() => dialog.current?.close()}>
            {children}
          </Reading>
        )}
      </dialog>
    </>
  )
}

function Reading({
  of,
  pieceId,
  close,
  children,
}: {
  of: string
  pieceId?: number
  close: () => void
  children?: ReactNode
}) {
  const show = useShow()
  const client = useQueryClient()
  const [tempC, setTempC] = useState<number>()
  const [rh, setRh] = useState<number>()
  const read = useSave({
    send: (_: void, headers) =>
      api.POST('/air', { headers, body: { air: { tempC: tempC ?? NaN, rh: rh ?? NaN }, who: lastWho(), pieceId } }),
    onSuccess: async () => {
      await airRead(client)
      close()
    },
  })
  const problem = read.error instanceof Problem ? read.error : undefined
  const told = tempC !== undefined && rh !== undefined
  return (
    <form
      noValidate
      className="space-y-3"
      onSubmit={(e) => {
        e.preventDefault()
        read.mutate()
      }}
    >
      <h2>{of}</h2>
      <p className="text-sm opacity-85">
        As the thermo-hygrometer shows it, an arm’s length from the piece. Coats laid in the next four hours are told in
        it, and what is drying is counted by it.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Air" error={problem?.at('/air/tempC')}>
          {(ids) => <MeasureInput {...ids} measure={show.measures.temp} value={tempC} onChange={setTempC} />}
        </Field>
        <Field label="Humidity" error={problem?.at('/air/rh')}>
          {(ids) => <MeasureInput {...ids} measure={whole('% RH')} value={rh} onChange={setRh} />}
        </Field>
      </div>
      {read.error && <ProblemNote problem={read.error} />}
      <button type="submit" className="btn btn-primary btn-lg w-full" disabled={read.isPending || !told}>
        {read.isPending ? 'Keeping…' : 'Keep this reading'}
      </button>
      <button type="button" className="btn w-full" onClick={close}>
        Not now
      </button>
      {children}
    </form>
  )
}
