import type { ReactNode } from 'react'

/*
 * What a fault looks like on a tile of coated wood, 64 by 40, drawn by us. A picture is a sign to find the name by, not
 * a likeness.
 */

const W = 64
const H = 40

/** Numbers that look scattered and are the same each time. */
function scattered(n: number, seed: number) {
  const at = (k: number) => {
    const x = Math.sin(seed * 127.1 + k * 311.7) * 43758.5453
    return x - Math.floor(x)
  }
  return Array.from({ length: n }, (_, i) => ({
    x: 5 + at(i * 3) * (W - 10),
    y: 5 + at(i * 3 + 1) * (H - 10),
    r: at(i * 3 + 2),
  }))
}

const dots = (n: number, seed: number, r: number, spread: number, rest: { fill?: string; stroke?: string } = {}) =>
  scattered(n, seed).map((p, i) => <circle key={i} cx={p.x} cy={p.y} r={r + spread * p.r} {...rest} />)

const lines = (n: number, d: (i: number) => string) => Array.from({ length: n }, (_, i) => <path key={i} d={d(i)} />)

const bare = 'var(--color-base-100)'
const solid = { fill: 'currentColor', stroke: 'none' }
const hole = { fill: bare }
const veil = { fill: 'var(--color-base-100)', stroke: 'none', opacity: 0.65 }
const shade = { fill: 'currentColor', stroke: 'none', opacity: 0.35 }
const faint = { opacity: 0.45 }

const pictures: Record<string, ReactNode> = {
  craters: dots(7, 3, 2, 2.5, hole),
  crawl: <path d="M4 4h18c-6 6 4 9-3 14s4 9-2 18H4zM30 14c8-4 20 0 22 6s-8 12-17 8-12-11-5-14z" {...hole} />,
  folds: lines(5, (i) => `M14 ${9 + i * 5}q6 -5 11 0t11 0t11 0`),
  tear: (
    <>
      <path d="M32 6v16c-4 5-3 10 0 10s4-5 0-10" />
      <circle cx="32" cy="27" r="3.5" {...solid} />
    </>
  ),
  swags: lines(2, (i) => `M6 ${10 + i * 13}q13 14 26 0q13 14 26 0`),
  furrows: lines(8, (i) => `M4 ${5 + i * 4.2}h56`),
  dots: Array.from({ length: 28 }, (_, i) => (
    <circle key={i} cx={7 + (i % 7) * 8} cy={7 + Math.floor(i / 7) * 9} r={1.6} />
  )),
  dimples: Array.from({ length: 24 }, (_, i) => (
    <path key={i} d={`M${5 + (i % 6) * 10} ${8 + Math.floor(i / 6) * 8}q3 4 6 0`} />
  )),
  sand: dots(70, 5, 0.5, 0.5, solid),
  blobs: (
    <>
      {dots(5, 8, 1.5, 3, solid)}
      <path d="M12 8q16 8 40 2M10 30q20 -6 38 4" />
    </>
  ),
  domes: (
    <>
      {dots(6, 12, 2.5, 2)}
      {dots(3, 21, 2, 1.5, hole)}
    </>
  ),
  pricks: dots(40, 2, 0.6, 0.3, solid),
  mist: <ellipse cx="32" cy="20" rx="24" ry="13" {...veil} />,
  cloud: <path d="M14 28a8 8 0 0 1 4-15 10 10 0 0 1 19-2 8 8 0 0 1 9 15z" {...veil} />,
  nibs: dots(14, 6, 0.9, 0.9, solid),
  hair: <path d="M10 26q10 -18 20 -4t24 -8" />,
  bands: [0, 1, 2].map((i) => <rect key={i} x={8 + i * 19} y="3" width="8" height="34" {...shade} />),
  grainstain: (
    <path d="M4 14q14 -6 28 0t28 0v8q-14 6 -28 0t-28 0z" fill="var(--color-warning)" stroke="none" opacity="0.7" />
  ),
  knot: (
    <>
      <ellipse cx="32" cy="20" rx="11" ry="9" fill="var(--color-warning)" opacity="0.7" />
      <ellipse cx="32" cy="20" rx="5" ry="4" />
    </>
  ),
  blotches: [
    <ellipse key="a" cx="18" cy="14" rx="11" ry="7" {...shade} />,
    <ellipse key="b" cx="46" cy="26" rx="12" ry="8" {...shade} />,
    <ellipse key="c" cx="44" cy="9" rx="7" ry="4" {...shade} />,
  ],
  stripes: [0, 1, 2, 3].map((i) => <rect key={i} x="3" y={4 + i * 9} width="58" height={3 + (i % 2) * 2} {...shade} />),
  darktile: <rect x="33" y="3" width="28" height="34" {...solid} opacity={0.7} />,
  paletile: <rect x="33" y="3" width="28" height="34" {...veil} />,
  patch: <rect x="24" y="12" width="17" height="15" {...shade} />,
  smear: <path d="M10 26q10 -16 20 -8t24 -8q-6 14 -20 14t-24 2z" {...veil} />,
  gloss: (
    <>
      <path d="M12 3l14 34h8L20 3z" {...veil} />
      <ellipse cx="44" cy="22" rx="11" ry="8" {...shade} />
    </>
  ),
  grainlines: lines(4, (i) => `M4 ${9 + i * 8}q15 -7 29 0t27 -2`),
  edges: (
    <>
      <path d="M3 3h58v34H3z" strokeWidth="5" opacity="0.6" />
      <path d="M9 9h46v22H9z" />
    </>
  ),
  tinted: <path d="M3 24q14 -10 28 -2t30 -6v21H3z" fill="var(--color-accent)" stroke="none" opacity="0.6" />,
  halves: <rect x="32" y="3" width="29" height="34" fill="var(--color-warning)" stroke="none" opacity="0.5" />,
  print: lines(5, (i) => `M${22 + i * 2} ${30 - i}q${10 - i * 2} ${-24 + i * 4} ${20 - i * 4} 0`),
  drip: (
    <>
      <path d="M4 12h56" />
      {[12, 28, 46].map((x, i) => (
        <path key={x} d={`M${x} 12v${10 + i * 5}a3 3 0 0 0 6 0V12`} {...solid} />
      ))}
    </>
  ),
  weave: [
    ...lines(5, (i) => `M16 ${8 + i * 6}h32`),
    ...[0, 1, 2, 3, 4].map((i) => <path key={`v${i}`} d={`M${20 + i * 6} 5v30`} />),
  ],
  threads: (
    <>
      <path d="M3 3h22v34H3zM39 3h22v34H39z" />
      {lines(4, (i) => `M25 ${9 + i * 7}q7 3 14 0`)}
    </>
  ),
  powder: (
    <>
      {dots(45, 9, 0.4, 0.5, solid)}
      <path d="M8 32q20 -14 44 -8" strokeWidth="5" opacity="0.3" />
    </>
  ),
  waves: lines(3, (i) => `M${20 + i * 9} 32q-6 -7 0 -13t0 -13`),
  mud: <path d="M8 4l10 12-12 14M18 16l16-6 8-8M34 10l4 16-14 10M38 26l20-4M24 36l-6-20" strokeWidth="3" />,
  hairline: <path d="M4 20l12 1 10-2 14 2 20-1" />,
  net: <path d="M4 10l14 4 12-8 14 8 16-6M4 26l16 4 14-6 12 6 14-4M18 14l2 16M30 6l4 18M44 14l2 16" />,
  plates: (
    <>
      {[
        [5, 5, 15, 12],
        [24, 4, 16, 14],
        [44, 6, 15, 11],
        [6, 21, 18, 13],
        [28, 22, 14, 13],
        [46, 21, 13, 14],
      ].map(([x, y, w, h]) => (
        <rect key={`${x}-${y}`} x={x} y={y} width={w} height={h} rx="4" />
      ))}
    </>
  ),
  flap: (
    <>
      <path d="M8 32V8h34l-12 24z" {...hole} />
      <path d="M42 8l12 4-14 20H30" {...shade} />
    </>
  ),
  flapwood: (
    <>
      <path d="M8 32V8h34l-12 24z" {...hole} />
      {lines(4, (i) => `M10 ${12 + i * 5}h${24 - i * 3}`)}
      <path d="M42 8l12 4-14 20H30" {...shade} />
    </>
  ),
  ribbon: <path d="M6 6h16v28H6zM22 6q12 6 6 14t10 14h12q-12-8-6-16T38 6z" {...hole} />,
  flakes: <path d="M3 3h58v6l-8 3-6-3-9 4-8-4-10 3-8-3-9 3zM61 37l-9-4-8 4zM3 37l6-5 9 5z" {...hole} />,
  shell: (
    <>
      <path d="M32 8c14 2 16 18 4 24s-22-4-18-14 6-11 14-10z" {...hole} />
      <path d="M32 20l6-8M32 20l10 4M32 20l-4 10M32 20l-10-2" />
    </>
  ),
  blister: lines(3, (i) => `M${10 + i * 15} 30q7 ${-18 + (i % 2) * 6} 14 0`),
  lift: (
    <>
      <path d="M4 32h56" />
      <path d="M6 30h14q12 -18 24 0h14" />
    </>
  ),
  ring: <circle cx="32" cy="20" r="11" strokeWidth="3.5" stroke={bare} />,
  darkring: (
    <>
      <circle cx="26" cy="20" r="10" strokeWidth="3.5" />
      {dots(4, 4, 1.5, 1.5, solid)}
    </>
  ),
  specks: scattered(9, 7).map((p, i) => (
    <g key={i}>
      <circle cx={p.x} cy={p.y} r="1.6" fill="var(--color-warning)" />
      <path d={`M${p.x} ${p.y}l5 -2`} />
    </g>
  )),
  fibres: scattered(26, 11).map((p, i) => <path key={i} d={`M${p.x} ${p.y}l${2 - p.r * 4} -4`} />),
  curls: scattered(7, 15).map((p, i) => <path key={i} d={`M${p.x} ${p.y}q6 -7 8 0t-5 3`} />),
  contour: lines(
    3,
    (i) => `M${14 + i * 4} ${32 - i * 2}q${4} ${-24 + i * 3} ${22 - i} ${-20 + i * 4}t${14 - i * 3} 12`,
  ),
  seam: (
    <>
      <path d="M30 3v34" strokeWidth="3" />
      <path d="M3 14h27M30 28h31" />
      {dots(3, 19, 1.4, 0, solid)}
    </>
  ),
  stars: scattered(8, 13).map((p, i) => (
    <path key={i} d={`M${p.x - 3} ${p.y}h6M${p.x} ${p.y - 3}v6M${p.x - 2} ${p.y - 2}l4 4M${p.x - 2} ${p.y + 2}l4 -4`} />
  )),
  corners: <path d="M3 3h18L3 21zM61 3v18L43 3zM3 37V19l18 18zM61 37H43l18-18z" {...solid} />,
  beads: scattered(9, 17).map((p, i) => (
    <g key={i}>
      <path d={`M${p.x - 4} ${p.y + 2}h8`} />
      <circle cx={p.x} cy={p.y} r="1.8" {...solid} />
    </g>
  )),
  dent: (
    <>
      <path d="M4 14h22q6 10 12 0h22" />
      <path d="M30 4l4 14" />
    </>
  ),
  bend: <path d="M4 10q16 0 26 8t30 -4M4 18q16 0 26 8t30 -4" />,
  rising: (
    <>
      <path d="M4 33h56" />
      {[0, 1, 2, 3, 4].map((i) => (
        <circle key={i} cx={24 + i * 4 + (i % 2) * 2} cy={29 - i * 5} r={1.4 + i * 0.35} />
      ))}
    </>
  ),
  tarnish: (
    <>
      <path d="M6 6h24v28H6z" />
      <path d="M34 6h24v28H34z" fill="var(--color-success)" stroke="none" opacity="0.55" />
    </>
  ),
  squares: <path d="M5 5h26v15H5zM33 5h26v15H33zM5 22h26v13H5zM33 22h20l6 6v7H33z" />,
  corner: (
    <>
      <path d="M10 5h44v30H24l-14-12z" />
      <path d="M10 23l14 12 2-14z" {...shade} />
    </>
  ),
  silver: dots(26, 23, 1, 1.6, veil),
  crease: (
    <>
      <path d="M8 5h48v30H8z" />
      <path d="M18 30q10 -8 8 -22" />
      <circle cx="42" cy="20" r="6" />
    </>
  ),
  faintnet: (
    <g {...faint}>
      <path d="M4 12l20 4 16-8 20 6M4 28l22 2 18-6 16 6M24 16l2 14" strokeWidth="0.8" />
    </g>
  ),
  torn: <path d="M40 3h21v34H46l-4-5 3-6-6-5 4-7-5-5z" {...hole} />,
  fuzzy: (
    <>
      <path d="M3 3h29v34H3z" {...shade} />
      {lines(9, (i) => `M32 ${5 + i * 3.8}l${3 + (i % 3) * 2} ${(i % 2) * 2 - 1}`)}
    </>
  ),
  ridges: lines(3, (i) => `M${14 + i * 17} 3v34m3 -34v34`),
  rug: (
    <>
      <rect x="14" y="9" width="36" height="22" fill="var(--color-warning)" opacity="0.4" />
      {lines(4, (i) => `M14 ${13 + i * 5}h36`)}
    </>
  ),
  boards: (
    <>
      {lines(4, (i) => `M${8 + i * 8} 3v34`)}
      <path d="M44 3v34" strokeWidth="5" />
      <path d="M54 3v34" />
    </>
  ),
  fold: (
    <>
      <path d="M6 30q14 -24 26 -16t26 -6v12q-14 8 -26 6T6 34z" />
      <path d="M30 14l-3 14" stroke={bare} strokeWidth="3" />
    </>
  ),
}

/** The picture of a fault; nothing where none is drawn. */
export function Picture({ drawn }: { drawn: string | undefined }) {
  const picture = drawn === undefined ? undefined : pictures[drawn]
  if (picture === undefined) return null
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="h-10 w-16 shrink-0 rounded-sm bg-secondary text-secondary-content"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.3"
      strokeLinecap="round"
      aria-hidden="true"
    >
      {picture}
    </svg>
  )
}
