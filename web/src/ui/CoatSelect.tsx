import type { Catalogue, CoatAsked, Product } from '../api/client'

/** A coat as it is picked: a product of the shelf, or a kind with its typical values. */
export type Pick = `p${number}` | `f${string}` | ''

export const pickOf = (c: Pick): Partial<CoatAsked> =>
  c === '' ? {} : c[0] === 'p' ? { productId: Number(c.slice(1)) } : { family: c.slice(1) }

/** The shelf by its groups, and below it every kind of coating. */
export function CoatSelect({
  id,
  value,
  onChange,
  products,
  families,
  empty,
  ...rest
}: {
  id: string
  value: Pick
  onChange: (p: Pick) => void
  products: Product[]
  families: Catalogue['families']
  empty: string
  'aria-label'?: string
  'aria-describedby'?: string
  'aria-invalid'?: true
}) {
  const shelf = products.filter((p) => !p.retired)
  const groups = [...new Set(shelf.map((p) => p.groups[0]!))].sort()
  return (
    <select
      id={id}
      {...rest}
      className="select w-full"
      value={value}
      onChange={(e) => onChange(e.target.value as Pick)}
    >
      <option value="">{empty}</option>
      {groups.map((g) => (
        <optgroup key={g} label={`On the shelf: ${g}`}>
          {shelf
            .filter((p) => p.groups[0] === g)
            .map((p) => (
              <option key={p.ref.id} value={`p${p.ref.id}`}>
                {p.ref.name}
              </option>
            ))}
        </optgroup>
      ))}
      <optgroup label="Any kind, typical values">
        {families.map((f) => (
          <option key={f.id} value={`f${f.id}`}>
            {f.name}
          </option>
        ))}
      </optgroup>
    </select>
  )
}
