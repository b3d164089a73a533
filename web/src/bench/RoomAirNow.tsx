import type { RoomAir } from '../api/client'
import { ReadAir } from '../log/ReadAir'
import { useShow } from '../ui/show'
import { AirCourse } from './AirCourse'

/** The air of the room as it was read last, and how it passed; a press reads it anew. */
export function RoomAirNow({ air, now }: { air: RoomAir | undefined; now: string }) {
  const show = useShow()
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 opacity-85">
      {show.moment(now)}
      <ReadAir
        of="The air of the room"
        press={
          air
            ? `${show.measure(show.measures.temp, air.air.tempC)}, ${show.number(air.air.rh)} % RH, read ${show.moment(air.readAt, now)}`
            : 'Read the air'
        }
      >
        <AirCourse />
      </ReadAir>
    </div>
  )
}
