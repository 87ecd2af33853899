/** A number with its noun: "1 run", "3 runs". */
export const counted = (count: number, noun: string): string => `${count} ${noun}${count === 1 ? '' : 's'}`
