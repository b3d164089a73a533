/** The choices of a list that has names. */
export function Options({ of }: { of: { id: string; name: string }[] | undefined }) {
  return of?.map(({ id, name }) => (
    <option key={id} value={id}>
      {name}
    </option>
  ))
}
