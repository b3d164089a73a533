import { useQuery, useQueryClient } from '@tanstack/react-query'
import { scaleLinear, scaleTime } from 'd3-scale'
import { api, type AirCourse as Course, type AirSpell } from '../api/client'
import { airQuery, airRead } from '../api/queries'
import { useSave } from '../api/saving'
import { lastWho } from '../log/who'
import { ProblemNote } from '../ui/Problem'
import { useShow, type Show } from '../ui/show'
import { dayAfter, dayIn, hourOf } from '../ui/time'
import { useWidth } from '../ui/useWidth'

const TALL = 132
const FOOT = 20
const SIDE = 6
const BEHIND = 48 * 3_600_000 // ms, as far as the server tells it
const AHEAD = 24 * 3_600_000
const MOST_LISTED = 6

/** The room's air as it was read in the last two days, and outdoors as it is forecast for the next. */
export function AirCourse() {
  const query = useQuery(airQuery)
  const course = query.data
  if (!course) return null
  const known = course.spells.length > 0 || course.outdoors.length > 0
  return (
    <section aria-labelledby="air-course" className="mt-4 border-t border-base-300 pt-3">
      <h3 id="air-course" className="font-semibold">
        As it was, and outdoors as it is forecast
      </h3>
      <TheDevice course={course} />
      {known ? (
        <Drawing course={course} />
      ) : (
        <p className="text-sm opacity-85">Nothing was read in the last two days.</p>
      )}
      <Readings course={course} />
    </section>
  )
}

function TheDevice({ course }: { course: Course }) {
  const show = useShow()
  const { asked, heard, silent } = course.device
  if (!asked) return null
  return (
    <p className={`text-sm ${silent ? 'font-semibold text-warning' : 'opacity-85'}`}>
      {silent && 'The thermo-hygrometer does not answer. '}
      {heard && `It was heard last ${show.moment(heard, course.now)}.`}
    </p>
  )
}

/** Between what the air moved, in words. */
function between(spells: AirSpell[], show: Show) {
  const temps = spells.map((s) => s.air.tempC)
  const damp = spells.map((s) => s.air.rh)
  const t = (c: number) => show.measure(show.measures.temp, c)
  return `${t(Math.min(...temps))} to ${t(Math.max(...temps))}, ${show.number(Math.min(...damp))} to ${show.number(Math.max(...damp))} % RH`
}

function Drawing({ course }: { course: Course }) {
  const show = useShow()
  const [box, width] = useWidth()
  const now = Date.parse(course.now)
  const x = scaleTime([new Date(now - BEHIND), new Date(now + AHEAD)], [SIDE, width - SIDE])
  const at = (iso: string) => Math.max(SIDE, Math.min(width - SIDE, x(new Date(iso))))
  const all = [...course.spells, ...course.outdoors]
  const temps = all.map((s) => s.air.tempC)
  const y = scaleLinear([Math.min(...temps) - 2, Math.max(...temps) + 2], [TALL - FOOT, 8])
  const steps = (spells: AirSpell[]) =>
    spells
      .map((s, i) => {
        const joins = i > 0 && spells[i - 1]!.to === s.from
        const [from, to, level] = [at(s.from), at(s.to), y(s.air.tempC)]
        return `${joins ? 'L' : 'M'}${from},${level} L${to},${level}`
      })
      .join(' ')
  const ahead = course.outdoors.filter((s) => Date.parse(s.to) > now && Date.parse(s.from) < now + AHEAD)
  const midnights = [-1, 0, 1].map((d) => {
    const day = dayAfter(dayIn(course.now, show.workshop?.timeZone), d)
    return new Date(hourOf(day, 0, show.workshop?.timeZone)!)
  })
  return (
    <div ref={box} className="my-2">
      <p className="text-sm">
        {course.spells.length > 0 && <>In the room {between(course.spells, show)}. </>}
        {ahead.length > 0 && (
          <>
            Outdoors {between(ahead, show)}
            {ahead.some((s) => s.wet) && `, rain from ${show.moment(ahead.find((s) => s.wet)!.from, course.now)}`}.
          </>
        )}
      </p>
      <svg width={width} height={TALL} viewBox={`0 0 ${width} ${TALL}`} aria-hidden="true">
        {midnights.map((m) => (
          <g key={m.getTime()}>
            <line x1={x(m)} x2={x(m)} y1={0} y2={TALL - FOOT} stroke="currentColor" opacity="0.2" />
            <text x={x(m) + 4} y={TALL - 6} fontSize="12" fill="currentColor" opacity="0.85">
              {show.day(m.toISOString())}
            </text>
          </g>
        ))}
        {ahead
          .filter((s) => s.wet)
          .map((s) => (
            <rect
              key={s.from}
              x={at(s.from)}
              width={Math.max(2, at(s.to) - at(s.from))}
              y={TALL - FOOT - 8}
              height={8}
              fill="var(--color-info)"
            />
          ))}
        <path
          d={steps(ahead)}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.5"
          strokeDasharray="4 3"
          opacity="0.7"
        />
        <path d={steps(course.spells)} fill="none" stroke="var(--color-primary)" strokeWidth="2.5" />
        <line x1={x(now)} x2={x(now)} y1={0} y2={TALL - FOOT} stroke="currentColor" strokeWidth="2" />
      </svg>
    </div>
  )
}

/** The last readings; one that was typed wrong is taken back. */
function Readings({ course }: { course: Course }) {
  const show = useShow()
  const client = useQueryClient()
  const back = useSave({
    send: (id: number, headers) =>
      api.DELETE('/air/{readingId}', {
        params: { path: { readingId: id }, query: { who: lastWho() } },
        headers,
      }),
    onSuccess: () => airRead(client),
  })
  return (
    <>
      <ul className="divide-y divide-base-300 text-sm" aria-label="The last readings">
        {course.readings.slice(0, MOST_LISTED).map((r) => (
          <li key={r.id} className="flex flex-wrap items-center gap-x-3">
            <span className="min-w-0 flex-1">
              <b>
                {show.measure(show.measures.temp, r.air.tempC)}, {show.number(r.air.rh)} % RH
              </b>{' '}
              {show.moment(r.readAt, course.now)}
              {r.who && `, ${r.who}`}
              {r.doubted && <i> – cannot be right, nothing is planned by it</i>}
            </span>
            <button
              type="button"
              className="btn btn-ghost"
              aria-label={`Take back the reading of ${show.moment(r.readAt, course.now)}`}
              disabled={back.isPending}
              onClick={() => back.mutate(r.id)}
            >
              Take back
            </button>
          </li>
        ))}
      </ul>
      {back.error && <ProblemNote problem={back.error} />}
    </>
  )
}
