/** A number given alone is exact. */
export const uncertain = (value: number | { readonly value: number; readonly standardUncertainty: number }) =>
  typeof value === 'number' ? { value, standardUncertainty: 0 } : value
