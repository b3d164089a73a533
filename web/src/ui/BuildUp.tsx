import { useId, type ReactNode } from 'react'
import type { Judgement, NamedCoat, ProductRef, System, Verdict } from '../api/client'
import { useShow } from './show'
import { useWidth } from './useWidth'
import { joinDash, joinPath, VerdictMark } from './verdict'
import { picked } from './picked'

/** One coat of a system, from the ground up, with the join it makes with what lies below. */
export interface Coat {
  key: string
  product: Pick<ProductRef, 'name' | 'shade' | 'body'>
  role: string
  n: number
  of: number
  dryUm: number
  partly: boolean // a decoration that leaves open what lies below it
  onFilm: boolean // a film lies below, so that nothing soaks in
  nothing: boolean // left bare, or what is there kept: an answer that lays nothing
  join: Pick<Judgement, 'verdict' | 'earliestH'>
}

/** What the first coat meets. */
export interface Ground {
  material: string
  old?: string // an old finish that is kept
}

export function coatsOf(system: System): (Coat & { join: Judgement })[] {
  return system.layers.flatMap((l, i) =>
    Array.from({ length: l.coats }, (_, k) => ({
      key: `${i}.${k}`,
      product: l.product,
      role: l.role,
      n: k + 1,
      of: l.coats,
      dryUm: l.dryUm,
      partly: l.partly,
      onFilm: system.layers.slice(0, i).some((o) => o.dryUm > 0),
      nothing: l.product.nothingOn,
      join: k === 0 ? l.below : (l.between ?? l.below),
    })),
  )
}

/** Coats that are not a zone's system, each with the verdict of the join under it. */
export function coatsNamed(layers: NamedCoat[], verdicts: Verdict[]): Coat[] {
  return layers.flatMap((l, i) =>
    Array.from({ length: l.coats }, (_, k) => ({
      key: `${i}.${k}`,
      product: l,
      role: '',
      n: k + 1,
      of: l.coats,
      dryUm: l.dryUm,
      partly: false,
      onFilm: layers.slice(0, i).some((o) => o.dryUm > 0),
      nothing: false,
      join: { verdict: k === 0 ? (verdicts[i] ?? 'sound') : 'sound', earliestH: 0 },
    })),
  )
}

export function coatCount(coats: number) {
  if (coats === 0) return 'no coats'
  return coats === 1 ? '1 coat' : `${coats} coats`
}

export const filmOf = (system: System) => system.layers.reduce((sum, l) => sum + l.coats * l.dryUm, 0)

/** As much of a coat as is drawn: a pour, a hundred times as thick as a coat, is broken off. */
const drawnUm = (um: number) => Math.min(um, POURED)
export const drawnFilmOf = (system: System) => system.layers.reduce((sum, l) => sum + l.coats * drawnUm(l.dryUm), 0)

/** The section is a sample on paper: it keeps its colours by lamp light. */
const drawn: Record<Verdict, string> = { sound: '#2c6337', prepare: '#7d5600', test: '#54409a', refuse: '#9c2226' }
const PAPER = '#f8f0dc'

const WOOD = 52 // px of ground below the surface; not to scale, which the break shows
const OLD = 10 // px of an old finish that is kept; nobody knows how thick it is
const SOAK = 9 // px that a penetrating coat reaches further down
const SMALL = 90 // px of film at most in a small section
const POURED = 300 // µm from which a coat is drawn broken off
const THIN = 8 // px below which a band could not be seen

export const bandHeight = (coat: Coat, pxPerUm: number) =>
  coat.dryUm === 0 ? (coat.onFilm ? THIN : 0) : Math.max(THIN, drawnUm(coat.dryUm) * pxPerUm)

function fill(coat: Coat): string {
  switch (coat.product.shade) {
    case 'pale':
      return '#f2efe6'
    case 'dark':
      return '#44535b'
    case 'tone':
      return '#7d4f2a'
    default:
      return coat.product.body === 'wax' ? '#efe2ba' : '#e3b964'
  }
}

/** The section itself: ground with a break, coats to scale, joins by their lines. Height is that of the coats plus WOOD. */
function Section({
  coats,
  old,
  width,
  pxPerUm,
  height,
  selected,
}: {
  coats: Coat[]
  old: boolean
  width: number
  pxPerUm: number
  height: number
  selected?: string
}) {
  const id = useId()
  const surface = height - WOOD
  let y = surface
  let soaked = 0
  const bands: ReactNode[] = []
  const joins: ReactNode[] = []
  for (const c of coats) {
    const h = bandHeight(c, pxPerUm)
    const here = c.key === selected
    if (c.nothing) continue
    if (h === 0) {
      bands.push(
        <rect key={c.key} x={0} y={surface} width={width} height={SOAK * (soaked + 1)} fill={fill(c)} opacity={0.38} />,
      )
      soaked++
      const at = surface + SOAK * soaked
      joins.push(
        <path
          key={c.key}
          d={joinPath(c.join.verdict, 0, width, at)}
          stroke={drawn[c.join.verdict]}
          strokeWidth={here ? 4 : 2}
          strokeDasharray={joinDash(c.join.verdict) ?? '9 3'}
          fill="none"
        />,
      )
      continue
    }
    bands.push(
      <g key={c.key}>
        <rect x={0} y={y - h} width={width} height={h} fill={PAPER} />
        <rect
          x={0}
          y={y - h}
          width={width}
          height={h}
          fill={c.partly ? `url(#${id}-decor)` : fill(c)}
          fillOpacity={c.product.shade === 'clear' ? 0.55 : 1}
        />
        {c.role === 'prime' && c.product.shade !== 'clear' && (
          <rect x={0} y={y - h} width={width} height={h} fill={`url(#${id}-primer)`} />
        )}
        {c.dryUm > POURED && (
          <path
            d={`M0 ${y - h / 2} l${width / 4} -6 l${width / 4} 12 l${width / 4} -12 l${width / 4} 6`}
            stroke={PAPER}
            strokeWidth={7}
            fill="none"
          />
        )}
        <rect x={0.5} y={y - h} width={width - 1} height={h} fill="none" stroke="#24201b" strokeOpacity={0.35} />
      </g>,
    )
    joins.push(
      <path
        key={c.key}
        d={joinPath(c.join.verdict, 0, width, y)}
        stroke={drawn[c.join.verdict]}
        strokeWidth={here ? 4.5 : 2.5}
        strokeDasharray={joinDash(c.join.verdict)}
        fill="none"
      />,
    )
    y -= h
  }
  const teeth = Array.from(
    { length: Math.floor(width / 12) + 1 },
    (_, i) => `L${width - i * 12} ${height - (i % 2 ? 1 : 9)}`,
  ).join(' ')
  return (
    <g>
      <defs>
        <pattern id={`${id}-primer`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke="#7b7466" strokeWidth="1.5" />
        </pattern>
        <pattern id={`${id}-decor`} width="34" height="10" patternUnits="userSpaceOnUse">
          <rect width="20" height="10" fill="#8a5a2b" />
        </pattern>
      </defs>
      <path d={`M0 ${surface} H${width} ${teeth} L0 ${height - 5} Z`} fill="#c79d6c" />
      {[0.22, 0.5, 0.8].map((f) => (
        <path
          key={f}
          d={`M0 ${surface + 8 + f * 26} q${width * 0.25} ${-7 + f * 6} ${width * 0.5} 1 t${width * 0.5} -2`}
          stroke="#a97f50"
          strokeWidth={1.2}
          fill="none"
        />
      ))}
      {old && (
        <rect
          x={0}
          y={surface}
          width={width}
          height={OLD}
          fill="#8d7a5f"
          stroke="#24201b"
          strokeOpacity={0.5}
          strokeDasharray="6 3"
        />
      )}
      {bands}
      {joins}
    </g>
  )
}

/** A build-up for comparing: all columns share one scale. */
export function BuildUpColumn({
  system,
  old,
  pxPerUm,
  height,
  width,
  label,
}: {
  system: System
  old: boolean
  pxPerUm: number
  height: number
  width: number
  label: string
}) {
  return (
    <svg width={width} height={height} role="img" aria-label={label} className="block shrink-0">
      <Section coats={coatsOf(system)} old={old} width={width} pxPerUm={pxPerUm} height={height} />
    </svg>
  )
}

/** A small section of some coats on a ground, for showing one join at a glance. */
export function StackDrawing({
  coats,
  old,
  width,
  label,
}: {
  coats: Coat[]
  old: boolean
  width: number
  label: string
}) {
  const film = coats.reduce((sum, c) => sum + c.dryUm, 0)
  const pxPerUm = Math.min(1, SMALL / Math.max(film, 1))
  const height = coats.reduce((sum, c) => sum + bandHeight(c, pxPerUm), 0) + WOOD + 8
  return (
    <svg width={width} height={height} role="img" aria-label={label} className="block shrink-0">
      <Section coats={coats} old={old} width={width} pxPerUm={pxPerUm} height={height} />
    </svg>
  )
}

/** The scale the drawing is to: a bar of a round film thickness. */
export function ScaleBar({ pxPerUm }: { pxPerUm: number }) {
  const show = useShow()
  const um = show.units === 'us' ? 25.4 : 25
  return (
    <span className="inline-flex items-center gap-2 text-sm">
      <svg width="10" height={um * pxPerUm + 2} aria-hidden="true">
        <path d={`M1 1h8M5 1v${um * pxPerUm}M1 ${um * pxPerUm + 1}h8`} stroke="currentColor" fill="none" />
      </svg>
      {show.measure(show.measures.film, um)} of dry film; the ground is not to scale
    </span>
  )
}

const ENTRY = 56 // px an entry beside the drawing takes at least
const DRAWN = 190
const DRAWN_NARROW = 92
const NARROW = 520
const LEADER = 30

/** Each entry stands at its band's middle, or as near as the ones below it allow. */
function placeEntries(heights: number[], surface: number, lowest: number) {
  const places: { middle: number; at: number }[] = []
  let edge = surface
  let low = lowest
  heights.forEach((h, i) => {
    const middle = edge - h / 2
    edge -= h
    low = Math.max(Math.min(middle, low - ENTRY), (heights.length - 1 - i) * ENTRY + ENTRY / 2)
    places.push({ middle, at: low })
  })
  return places
}

const CHAR = 7.6 // px of a letter on average

/** A name in as many lines as it takes. */
function linesOf(name: string, width: number): string[] {
  const lines: string[] = []
  for (const word of name.split(' ')) {
    const longer = [lines.at(-1), word].join(' ')
    if (lines.length > 0 && longer.length * CHAR <= width) lines[lines.length - 1] = longer
    else lines.push(word)
  }
  return lines
}

/** The build-up of one zone with every coat and join beside it. Pressing one tells why. */
export function BuildUp({
  system,
  ground,
  selected,
  onSelect,
}: {
  system: System
  ground: Ground
  selected?: string
  onSelect: (key: string) => void
}) {
  const show = useShow()
  const [box, boxWidth] = useWidth()
  const width = boxWidth < NARROW ? DRAWN_NARROW : DRAWN
  const coats = coatsOf(system)
  const film = filmOf(system)
  const pxPerUm = film > 0 ? Math.max(0.9, (coats.length * ENTRY) / drawnFilmOf(system)) : 1
  const heights = coats.map((c) => bandHeight(c, pxPerUm))
  const filmPx = heights.reduce((a, b) => a + b, 0)
  const height = Math.max(filmPx, coats.length * ENTRY) + WOOD
  const places = placeEntries(heights, height - WOOD, height - WOOD / 2)
  const dry = show.measure(show.measures.film, film)
  const on = ground.old ?? ground.material
  return (
    <div ref={box}>
      <div className="relative" style={{ height }}>
        <svg
          width={width + LEADER}
          height={height}
          className="absolute left-0 top-0"
          role="img"
          aria-label={`Section through the finish: ${coatCount(system.coats)}, ${dry} of dry film on ${on}`}
        >
          <Section
            coats={coats}
            old={ground.old !== undefined}
            width={width}
            pxPerUm={pxPerUm}
            height={height}
            selected={selected}
          />
          {places.map((p, i) => (
            <path
              key={i}
              d={`M${width} ${p.middle} C${width + LEADER / 2} ${p.middle} ${width + LEADER / 2} ${p.at} ${width + LEADER} ${p.at}`}
              stroke="currentColor"
              strokeOpacity={0.5}
              fill="none"
            />
          ))}
          <text textAnchor="middle" fontSize="14" fontWeight="600" fill="#24201b">
            {linesOf(ground.material.split(':')[0]!, width).map((line, i, all) => (
              <tspan key={i} x={width / 2} y={height - 14 - (all.length - 1 - i) * 13}>
                {line}
              </tspan>
            ))}
          </text>
        </svg>
        <ol className="absolute inset-y-0 right-0" style={{ left: width + LEADER }}>
          {coats.map((c, i) => (
            <li
              key={c.key}
              className="absolute inset-x-0"
              style={{ top: (places[i]?.at ?? 0) - ENTRY / 2 + 2, height: ENTRY - 4 }}
            >
              <CoatEntry
                coat={c}
                ground={i === 0 ? (ground.old ?? ground.material) : coats[i - 1]!.product.name}
                pressed={c.key === selected}
                press={() => onSelect(c.key)}
              />
            </li>
          ))}
        </ol>
      </div>
      <p className="mt-2">
        <ScaleBar pxPerUm={pxPerUm} />
      </p>
    </div>
  )
}

const entry =
  'flex h-full w-full flex-col justify-center overflow-hidden rounded-field border px-3 text-left leading-tight'

function CoatEntry({
  coat,
  ground,
  pressed,
  press,
}: {
  coat: Coat
  ground: string
  pressed: boolean
  press: () => void
}) {
  const show = useShow()
  const soaks = coat.nothing ? 'nothing goes on' : 'soaks in'
  const film = coat.dryUm > 0 ? show.measure(show.measures.film, coat.dryUm) : soaks
  return (
    <button type="button" aria-pressed={pressed} onClick={press} className={`${entry} ${picked(pressed)}`}>
      <span className="truncate font-semibold">
        {coat.of > 1 && `${coat.n}/${coat.of} `}
        {coat.product.name}
        <span className="font-normal opacity-85"> · {film}</span>
      </span>
      <span className="flex items-center gap-1.5 text-sm">
        <VerdictMark verdict={coat.join.verdict} />
        <span className="truncate">
          <span className="sr-only">over {ground}</span>
          {coat.join.earliestH > 0 && ` after ${show.hours(coat.join.earliestH)}`}
        </span>
      </span>
    </button>
  )
}
