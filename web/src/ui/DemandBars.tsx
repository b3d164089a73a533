/** Levels 1–5 asked of a surface and, if known, given by a finish. Falling short shows as an open end, and in words. */
export function DemandBars({ demands }: { demands: { name: string; asked: number; given?: number; why?: string }[] }) {
  return (
    <ul className="space-y-1">
      {demands.map((d) => {
        const short = d.given !== undefined && d.given < d.asked
        return (
          <li
            key={d.name}
            className="grid grid-cols-[7rem_auto_1fr] sm:grid-cols-[9.5rem_auto_1fr] items-center gap-2"
            title={d.why}
          >
            <span>{d.name}</span>
            <svg width="104" height="16" aria-hidden="true">
              {[1, 2, 3, 4, 5].map((level) => {
                const given =
                  d.given === undefined
                    ? level <= d.asked && d.asked > 1
                    : level <= d.given && (d.asked > 1 || d.given > 1)
                const missing = d.given !== undefined && level > d.given && level <= d.asked
                return (
                  <rect
                    key={level}
                    x={(level - 1) * 21 + 1}
                    y="3"
                    width="18"
                    height="10"
                    fill={given ? 'var(--color-primary)' : 'none'}
                    stroke={missing ? 'var(--color-error)' : 'currentColor'}
                    strokeOpacity={missing || given ? 1 : 0.35}
                    strokeWidth={missing ? 2 : 1}
                    strokeDasharray={missing ? '3 2' : undefined}
                  />
                )
              })}
              {d.asked > 1 && <path d={`M${d.asked * 21 - 1} 0V16`} stroke="var(--color-accent)" strokeWidth="2.5" />}
            </svg>
            <span className={`text-sm leading-tight ${short ? 'font-semibold text-error' : 'opacity-85'}`}>
              {d.asked === 1
                ? 'nothing asked'
                : d.given === undefined
                  ? `asks ${d.asked}`
                  : short
                    ? `gives ${d.given} of ${d.asked}`
                    : `asks ${d.asked}, gives ${d.given}`}
            </span>
          </li>
        )
      })}
    </ul>
  )
}
