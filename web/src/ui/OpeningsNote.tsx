import type { Choice } from '../api/client'

/** Nothing suits: which single thing stands in the way, and what loosening it would open. */
export function OpeningsNote({
  openings,
  byHand,
}: {
  openings: Choice['openings']
  byHand?: (layers: Choice['systems'][number]['layers']) => void
}) {
  return (
    <div className="border-l-4 border-error bg-base-100 p-4">
      <p className="font-bold">Nothing on the shelf suits.</p>
      {openings.length === 0 && (
        <p>No single change would open it: look at the material, the look and the shelf together.</p>
      )}
      <ul className="mt-2 space-y-3">
        {openings.map((o) => (
          <li key={o.stands + o.change}>
            <p>{o.stands}</p>
            <p>
              <b>{o.change}</b> {o.what === 'gate' ? 'Without this gate' : 'Then'}{' '}
              {o.opens === 1 ? 'one last coat would suit' : `${o.opens} last coats would suit`}, best {o.example}.
            </p>
            <p className="text-sm">
              The nearest,{' '}
              {o.nearest.layers
                .map((l) => (l.coats > 1 ? `${l.product.name} × ${l.coats}` : l.product.name))
                .join(', then ')}
              , lacks this: {o.lacks || 'nothing that is judged here'}
              {byHand && (
                <button
                  type="button"
                  className="btn btn-ghost"
                  onClick={() => byHand(o.nearest.layers)}
                  aria-label={`Look at it by hand: ${o.example}`}
                >
                  Look at it by hand
                </button>
              )}
            </p>
          </li>
        ))}
      </ul>
    </div>
  )
}
