/** How often, in months or years. */
export function every(months: number): string {
  if (months === 1) return 'every month'
  if (months === 12) return 'every year'
  return months % 12 === 0 ? `every ${months / 12} years` : `every ${months} months`
}
