/** How many of the 25 squares of a cross-cut are drawn as gone, by class of ISO 2409. */
const gone = [0, 1, 3, 7, 14, 22]

/** A cross-cut of six cuts each way as it looks in a class: 0 whole, 5 mostly gone. */
export function CrossCut({ class: cls, size = 76 }: { class: number; size?: number }) {
  const cell = size / 7
  // A fixed order, from the crossings outward, so that each class shows what the one before it does and more.
  const order = [12, 6, 18, 8, 16, 3, 21, 11, 13, 0, 24, 7, 17, 2, 22, 5, 19, 14, 10, 1, 23, 15, 9, 4, 20]
  const lost = new Set(order.slice(0, gone[cls]))
  return (
    <svg width={size} height={size} role="img" aria-label={`Cross-cut, class ${cls}`} className="block">
      <rect width={size} height={size} fill="#e3b964" />
      {Array.from(
        { length: 25 },
        (_, i) =>
          lost.has(i) && (
            <rect
              key={i}
              x={cell + (i % 5) * cell}
              y={cell + Math.floor(i / 5) * cell}
              width={cell}
              height={cell}
              fill="#c79d6c"
              stroke="#8d6a3f"
              strokeWidth="0.5"
            />
          ),
      )}
      {Array.from({ length: 6 }, (_, i) => (
        <g key={i} stroke="#24201b" strokeWidth="1.2">
          <line x1={cell + i * cell} x2={cell + i * cell} y1={cell * 0.4} y2={size - cell * 0.4} />
          <line y1={cell + i * cell} y2={cell + i * cell} x1={cell * 0.4} x2={size - cell * 0.4} />
        </g>
      ))}
    </svg>
  )
}
