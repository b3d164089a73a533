import type { BoardInput, Catalogue, Product } from '../api/client'
import { Field } from '../ui/Field'

export const NOT_PICKED = -1
export const BARE = 0 // straight on the material, or on its old finish

type BoardGround = Pick<BoardInput, 'groundId' | 'oldFinish'>

/** What a board had below its coat, of the select's value: a product's number, or the id of an old finish. */
function groundOf(value: string): BoardGround {
  const id = Number(value)
  return Number.isNaN(id) ? { groundId: BARE, oldFinish: value } : { groundId: id, oldFinish: '' }
}

/** What lay below the coat of a board: the bare material, a product of the shelf, or an old finish. */
export function GroundField({
  value,
  set,
  error,
  products,
  finishes,
}: {
  value: string | number
  set: (change: BoardGround) => void
  error: string | undefined
  products: Product[]
  finishes: Catalogue['finishes']
}) {
  return (
    <Field label="Over" error={error}>
      {(ids) => (
        <select {...ids} className="select w-full" value={value} onChange={(e) => set(groundOf(e.target.value))}>
          <option value={NOT_PICKED} disabled>
            Choose one
          </option>
          <option value={BARE}>the bare material</option>
          <optgroup label="The shelf">
            {products.map((p) => (
              <option key={p.ref.id} value={p.ref.id}>
                {p.ref.name}
              </option>
            ))}
          </optgroup>
          <optgroup label="An old finish">
            {finishes
              .filter((f) => f.id !== 'bare' && f.id !== 'unknown')
              .map((f) => (
                <option key={f.id} value={f.id}>
                  {f.name}
                </option>
              ))}
          </optgroup>
        </select>
      )}
    </Field>
  )
}
