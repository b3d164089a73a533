import type { Choice } from '../api/client'

/** Nothing suits: which single thing stands in the way, and what loosening it would open. */
export function OpeningsNote({ openings }: { openings: Choice['openings'] }) {
  return (
    <div className="border-l-4 border-error bg-base-100 p-4">
      <p className="font-bold">Nothing on the shelf suits.</p>
      {openings.length === 0 && <p>No single change would open it: look at the material, the look and the shelf together.</p>}
      <ul className="mt-2 space-y-3">
        {openings.map((o) => (
          <li key={o.stands + o.change}>
            <p>{o.stands}</p>
            <p>
              <b>{o.change}</b> {o.what === 'gate' ? 'Without this gate' : 'Then'} {o.opens === 1 ? 'one last coat would suit' : `${o.opens} last coats would suit`}, best {o.example}.
            </p>
          </li>
        ))}
      </ul>
    </div>
  )
}
