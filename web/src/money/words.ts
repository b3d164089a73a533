import { useQuery } from '@tanstack/react-query'
import { catalogueQuery } from '../api/queries'

/** Work that has no pace of its own. */
const beside: Record<string, string> = {
  'by hand': 'Work that nobody named',
  preparation: 'Other preparation',
  test: 'Test boards',
  check: 'Looks before a coat',
  coating: 'Other coats',
}

/** A kind of work in words: as the pace names it, or as somebody told it. */
export function useWorkWords() {
  const kinds = useQuery(catalogueQuery).data?.paceKinds ?? []
  return (id: string) => beside[id] ?? kinds.find((k) => k.id === id)?.name ?? id
}
