import { Minus, Plus } from 'lucide-react'
import type { Moment } from '../api/client'
import { useShow } from '../ui/show'
import { useWidth } from '../ui/useWidth'
import { joinDash, joinPath, VerdictMark, verdicts } from '../ui/verdict'

const STEPS = 200
const BAR = 26 // px
const MARKED = 40 // px from which a stretch has room for its verdict's line
const THUMB = 26 // px of the slider's handle
const MOST_H = 10000 // past a year nothing changes any more

/** Hours grow as the slider goes on: minutes matter at first, weeks later. */
const hoursAt = (step: number) => (step === 0 ? 0 : 0.25 * Math.exp((step / STEPS) * Math.log(MOST_H / 0.25)))
const stepAt = (h: number) => (h <= 0.25 ? 0 : Math.min(STEPS, (Math.log(h / 0.25) / Math.log(MOST_H / 0.25)) * STEPS))

/** What one press moves the age by: a quarter of an hour at first, then hours, then days. */
const pressH = (h: number) => (h < 4 ? 0.25 : h < 48 ? 1 : 24)

/** When may I? The answer for every age of the coat below, and a handle to try one. */
export function WhenSlider({
  moments,
  sinceH,
  onChange,
}: {
  moments: Moment[]
  sinceH: number | undefined
  onChange: (h: number) => void
}) {
  const show = useShow()
  const [box, width] = useWidth()
  const at = stepAt(sinceH ?? 0)
  const x = (h: number) => THUMB / 2 + (stepAt(h) / STEPS) * (width - THUMB) // under the handle's middle
  return (
    <section aria-labelledby="when" className="mt-5">
      <h2 id="when" className="mb-1">
        When may I?
      </h2>
      <div ref={box}>
        <svg width={width} height={BAR} className="block" aria-hidden="true">
          {moments.map((m, i) => {
            const from = x(m.fromH)
            const to = moments[i + 1] ? x(moments[i + 1]!.fromH) : width
            return (
              <g key={m.fromH} style={{ color: verdicts[m.verdict].colour }}>
                <rect
                  x={from}
                  width={Math.max(0, to - from)}
                  y="0"
                  height={BAR}
                  fill="currentColor"
                  opacity={m.verdict === 'sound' ? 0.35 : 0.14}
                />
                {to - from > MARKED && (
                  <path
                    d={joinPath(m.verdict, from + 4, to - from - 8, BAR / 2 + 2)}
                    stroke="currentColor"
                    strokeWidth="2.5"
                    strokeDasharray={joinDash(m.verdict)}
                    strokeLinecap="round"
                    fill="none"
                  />
                )}
              </g>
            )
          })}
          {sinceH !== undefined && (
            <line x1={x(sinceH)} x2={x(sinceH)} y1="0" y2={BAR} stroke="currentColor" strokeWidth="3" />
          )}
        </svg>
      </div>
      <input
        type="range"
        className="slider w-full"
        aria-label="Hours since the coat below"
        aria-valuetext={sinceH === undefined ? 'not told' : show.hours(sinceH)}
        min={0}
        max={STEPS}
        value={at}
        onChange={(e) => onChange(Math.round(hoursAt(Number(e.target.value)) * 4) / 4)}
      />
      <div className="mb-2 flex items-center gap-1">
        <button
          type="button"
          className="btn btn-square btn-ghost"
          aria-label="Less time since"
          disabled={!sinceH}
          onClick={() => onChange(Math.max(0, (sinceH ?? 0) - pressH((sinceH ?? 0) - 0.01)))}
        >
          <Minus size={18} aria-hidden="true" />
        </button>
        <button
          type="button"
          className="btn btn-square btn-ghost"
          aria-label="More time since"
          onClick={() => onChange(Math.min(MOST_H, (sinceH ?? 0) + pressH(sinceH ?? 0)))}
        >
          <Plus size={18} aria-hidden="true" />
        </button>
        {sinceH === undefined ? (
          'Move the handle to the age of the coat below.'
        ) : (
          <b>{show.hours(sinceH)} after the coat below</b>
        )}
      </div>
      <ol className="space-y-1">
        {moments.map((m, i) => (
          <li
            key={m.fromH}
            className="grid grid-cols-[9rem_8rem_minmax(0,1fr)] items-baseline gap-x-2 max-sm:grid-cols-[7rem_minmax(0,1fr)]"
          >
            <span>
              {m.fromH === 0 ? `first ${show.hours(moments[i + 1]?.fromH ?? 0)}` : `from ${show.hours(m.fromH)}`}
            </span>
            <VerdictMark verdict={m.verdict} />
            <span className="text-sm max-sm:col-span-2">{m.reason}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}
