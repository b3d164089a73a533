import { picked } from './picked'

const tick = 'flex min-h-11 cursor-pointer items-center gap-2 rounded-field border px-3'

/** One thing that is so or not, as a target for a thumb. */
export function Tick({ label, checked, set }: { label: string; checked: boolean; set: (on: boolean) => void }) {
  return (
    <label className={`${tick} ${picked(checked)} ${checked ? 'font-semibold' : ''}`}>
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={checked}
        onChange={(e) => set(e.target.checked)}
      />
      {label}
    </label>
  )
}
