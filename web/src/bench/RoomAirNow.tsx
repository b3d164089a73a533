import { useQueryClient } from '@tanstack/react-query'
import { Thermometer } from 'lucide-react'
import { useRef, useState } from 'react'
import { api, Problem, type RoomAir } from '../api/client'
import { airRead } from '../api/queries'
import { useSave } from '../api/saving'
import { sheet } from '../log/sheet'
import { lastWho } from '../log/who'
import { Field, MeasureInput } from '../ui/Field'
import { ProblemNote } from '../ui/Problem'
import { AirCourse } from './AirCourse'
import { useShow } from '../ui/show'
import { whole } from '../ui/units'

/** The air of the room as it was read last; a press reads it anew. What is laid in the next hours is told in it. */
export function RoomAirNow({ air, now }: { air: RoomAir | undefined; now: string }) {
  const show = useShow()
  const dialog = useRef<HTMLDialogElement>(null)
  const [open, setOpen] = useState(false)
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 opacity-85">
      {show.moment(now)}
      <button
        type="button"
        className="no-print btn btn-ghost font-normal"
        onClick={() => {
          setOpen(true)
          dialog.current?.showModal()
        }}
      >
        <Thermometer size={18} aria-hidden="true" />
        {air
          ? `${show.measure(show.measures.temp, air.air.tempC)}, ${show.number(air.air.rh)} % RH, read ${show.moment(air.readAt, now)}`
          : 'Read the air'}
      </button>
      <dialog ref={dialog} className={sheet} aria-label="The air of the room" onClose={() => setOpen(false)}>
        {open && <Reading close={() => dialog.current?.close()} />}
      </dialog>
    </div>
  )
}

function Reading({ close }: { close: () => void }) {
  const show = useShow()
  const client = useQueryClient()
  const [tempC, setTempC] = useState<number>()
  const [rh, setRh] = useState<number>()
  const read = useSave({
    send: (_: void, headers) =>
      api.POST('/air', { headers, body: { air: { tempC: tempC ?? NaN, rh: rh ?? NaN }, who: lastWho() } }),
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
      <h2>The air of the room</h2>
      <p className="text-sm opacity-85">
        As the thermo-hygrometer shows it, an arm’s length from the piece. Coats laid in the next four hours are told in
        it.
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
      <AirCourse />
    </form>
  )
}
