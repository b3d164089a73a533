import type { Step } from '../api/client'
import type { Lane } from './lanes'
import { useShow } from './show'
import { begins, ends, isCoat } from './step'

export const LANE = 72
const ROW = 26 // hands-on, wet and drying
const WINDOW = 10 // the recoat window below them
const WHISKER = 5 // from a coat's window to its end, below that
const APART = 16 // px between two numbers

export type At = (iso: string) => number

/** Which numbers have room to stand: coats before all else. */
function toldApart(steps: Lane['steps'], at: At): Set<number> {
  const placed: number[] = []
  const told = new Set<number>()
  const coatsFirst = steps.map((s, i) => ({ s, i })).sort((a, b) => Number(isCoat(b.s)) - Number(isCoat(a.s)))
  for (const { s, i } of coatsFirst) {
    const x = at(begins(s))
    if (x < 0) continue
    if (placed.some((p) => Math.abs(p - x) < APART)) continue
    placed.push(x)
    told.add(i)
  }
  return told
}

interface Drawn {
  top: number
  at: At
  id: string
  width: number
  to: string // the strip's end
}

/** One zone's steps, with what follows each, and what lies beyond the strip's end. */
export function LaneDrawing({ lane, cured, ...drawn }: { lane: Lane; cured?: string } & Drawn) {
  const { steps, lightUse } = lane
  const { top, at, id, width } = drawn
  const y = top + 16
  const windowY = y + ROW + 3
  const told = toldApart(steps, at)
  return (
    <g>
      {!lane.first && <line x1={0} x2={width} y1={top} y2={top} stroke="currentColor" strokeOpacity="0.18" />}
      {steps.map((s, i) => (
        <g key={i}>
          <After step={s} next={steps[i + 1]} y={y} windowY={windowY} at={at} id={id} index={i} lightUse={lightUse} />
          <Hands step={s} y={y} tall={ROW} at={at} />
          {told.has(i) && (
            <text x={at(begins(s))} y={y - 4} fontSize="12" fontWeight="600" fill="currentColor">
              {s.number}
            </text>
          )}
        </g>
      ))}
      <Marks lane={lane} y={y} bottom={windowY + WINDOW} {...drawn} />
      {cured && (
        <text x={width - 6} y={windowY + WINDOW + 13} fontSize="12" textAnchor="end" fill="currentColor">
          fully hardened → {cured}
        </text>
      )}
    </g>
  )
}

function Hands({ step, y, tall, at }: { step: Step; y: number; tall: number; at: At }) {
  return (
    <>
      {step.work.map((w) => (
        <rect
          key={w.from}
          x={at(w.from)}
          width={Math.max(3, at(w.to) - at(w.from))}
          y={y}
          height={tall}
          rx="1.500"
          fill={stepFills[step.kind]}
          fillOpacity={isCoat(step) ? 1 : 0.75}
        />
      ))}
    </>
  )
}

const LABEL = 66 // px that a mark's word takes
const FOLDED_DENSE = 13 // px, where many are looked over
const FOLDED = 18 // px: what is drawn of a piece that is folded to one lane

/** All zones of a piece in one lane: what hands do, what is wet, light use and the promise. */
export function PieceDrawing({ lanes, dense, ...drawn }: { lanes: Lane[]; dense: boolean } & Drawn) {
  const { top, at, id } = drawn
  const tall = dense ? FOLDED_DENSE : FOLDED
  const y = top + (dense ? 6 : 18)
  const lane: Lane = {
    ...lanes[0]!,
    lightUse: lanes
      .map((l) => l.lightUse)
      .sort()
      .at(-1),
  }
  const each = [...new Map(lanes.flatMap((l) => l.steps).map((s) => [s.number, s])).values()]
  const coats = each.filter(isCoat)
  return (
    <g>
      {coats.map((s) => {
        const end = at(ends(s))
        return (
          s.touchDry && (
            <rect
              key={s.number}
              x={end}
              width={Math.max(1, at(s.touchDry) - end)}
              y={y + 3}
              height={tall - 6}
              fill={`url(#${id}-wet)`}
            />
          )
        )
      })}
      {each.map((s) => (
        <Hands key={s.number} step={s} y={y} tall={tall} at={at} />
      ))}
      <Marks lane={lane} y={y} bottom={y + tall + 4} wordless={dense} {...drawn} />
    </g>
  )
}

/** Light use and the promise; where they lie beyond the strip's end, when. */
function Marks({
  lane,
  y,
  bottom,
  top,
  at,
  width,
  to,
  wordless = false,
}: { lane: Lane; y: number; bottom: number; wordless?: boolean } & Drawn) {
  const show = useShow()
  const { lightUse, promised } = lane
  const later = (t: string) => Date.parse(t) > Date.parse(to)
  const late = lightUse !== undefined && at(lightUse) > width - LABEL
  const early = promised !== undefined && at(promised) < LABEL
  const beyond = [
    lightUse && later(lightUse) && `light use → ${show.day(lightUse)}`,
    promised && later(promised) && `promised → ${show.day(promised)}`,
  ].filter(Boolean)
  return (
    <>
      {lightUse && !later(lightUse) && at(lightUse) >= 0 && (
        <g>
          <line x1={at(lightUse)} x2={at(lightUse)} y1={y - 8} y2={bottom} stroke="var(--open)" strokeWidth="2.5" />
          <text
            x={at(lightUse) + (late ? -5 : 5)}
            y={y + 11}
            fontSize="12"
            fontWeight="600"
            textAnchor={late ? 'end' : 'start'}
            fill="var(--open)"
          >
            {!wordless && 'light use'}
          </text>
        </g>
      )}
      {promised && !later(promised) && at(promised) >= 0 && (
        <g>
          <line
            x1={at(promised)}
            x2={at(promised)}
            y1={top - 2}
            y2={bottom}
            stroke="currentColor"
            strokeWidth="2"
            strokeDasharray="3 3"
          />
          <text
            x={at(promised) + (early ? 4 : -4)}
            y={top + 11}
            fontSize="12"
            fontWeight="600"
            textAnchor={early ? 'start' : 'end'}
            fill="currentColor"
          >
            {!wordless && 'promised'}
          </text>
        </g>
      )}
      {beyond.length > 0 && (
        <text x={width - 6} y={top + 11} fontSize="12" fontWeight="600" textAnchor="end" fill="currentColor">
          {wordless ? `→ ${show.day([lightUse, promised].filter((t) => t && later(t)).at(-1)!)}` : beyond.join(', ')}
        </text>
      )}
    </>
  )
}

/** What follows a coat: wet, drying, then its window with the last quarter closing; or hardening after the last. */
function After({
  step,
  next,
  y,
  windowY,
  at,
  id,
  index,
  lightUse,
}: {
  step: Step
  next?: Step
  y: number
  windowY: number
  at: At
  id: string
  index: number
  lightUse?: string
}) {
  const end = at(ends(step))
  const until = next ? at(begins(next)) : lightUse ? at(lightUse) : end
  if (step.kind !== 'coating' || !step.touchDry) {
    return (
      <line
        x1={end}
        x2={until}
        y1={y + ROW / 2}
        y2={y + ROW / 2}
        stroke="var(--idle)"
        strokeWidth="1.5"
        strokeDasharray="2 3"
      />
    )
  }
  const dry = Math.min(at(step.touchDry), Math.max(until, end + 2))
  const opens = step.opens ? at(step.opens) : undefined
  const closes = step.closes ? at(step.closes) : undefined
  const shut = Math.min(closes ?? until, until)
  const quarter =
    step.opens && step.closes
      ? at(
          new Date(
            new Date(step.closes).getTime() - (new Date(step.closes).getTime() - new Date(step.opens).getTime()) / 4,
          ).toISOString(),
        )
      : undefined
  const whisker = windowY + WINDOW + 3 + (index % 2) * WHISKER
  return (
    <g>
      <rect x={end} width={Math.max(1, dry - end)} y={y + 3} height={ROW - 6} fill={`url(#${id}-wet)`} />
      <line x1={dry} x2={until} y1={y + ROW / 2} y2={y + ROW / 2} stroke="var(--idle)" strokeWidth="3" />
      {opens !== undefined && shut > opens && (
        <>
          <rect x={opens} width={shut - opens} y={windowY} height={WINDOW} fill="var(--open)" fillOpacity="0.85" />
          {quarter !== undefined && shut > quarter && (
            <rect
              x={quarter}
              width={shut - quarter}
              y={windowY}
              height={WINDOW}
              fill={`url(#${id}-closing)`}
              stroke="var(--closing)"
            />
          )}
        </>
      )}
      {closes !== undefined && (
        <path
          d={`M${shut} ${whisker} H${closes} M${closes} ${whisker - 4} V${whisker + 4}`}
          stroke="var(--closing)"
          strokeWidth="1.500"
          fill="none"
        />
      )}
    </g>
  )
}

const stepFills: Record<Step['kind'], string> = {
  coating: 'var(--color-primary)',
  preparation: 'var(--color-secondary)',
  check: 'var(--color-secondary)',
  test: 'var(--test)',
}
