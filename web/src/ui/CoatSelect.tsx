import type { Catalogue, CoatAsked, Product } from '../api/client'

/** A coat as it is picked: a product of the shelf, or a kind with its typical values, and a paint's shade behind it. */
export type Pick = `p${number}` | `f${string}` | ''

export const pickOf = (c: Pick): Partial<CoatAsked> =>
  c === '' ? {} : c[0] === 'p' ? { productId: Number(c.slice(1)) } : kindOf(c.slice(1))

function kindOf(told: string): Partial<CoatAsked> {
  const [family, shade] = told.split('|')
  return { family, shade }
}

/** A paint is pale or dark, or nobody has told; all else is what its kind is. */
const shadesOf = (f: Catalogue['families'][number]) =>
  f.groups.includes('paint') || f.groups.includes('primer')
    ? [
        { shade: '', name: f.name },
        { shade: '|pale', name: `${f.name}, white or pale` },
        { shade: '|dark', name: `${f.name}, a deeper colour` },
      ]
    : [{ shade: '', name: f.name }]

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
        {families.flatMap((f) =>
          shadesOf(f).map(({ shade, name }) => (
            <option key={f.id + shade} value={`f${f.id}${shade}`}>
              {name}
            </option>
          )),
        )}
      </optgroup>
    </select>
  )
}
