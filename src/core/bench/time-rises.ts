/** Throws a method's own fault where a recording's time does not rise from one row to the next. */
export function timeRises(
  time: readonly number[],
  fault: (code: 'TIME_BACK', message: string, nextStep: string) => Error,
): void {
  const back = time.findIndex((t, i) => i > 0 && !(t > time[i - 1]))
  if (back > 0)
    throw fault(
      'TIME_BACK',
      `Time does not rise at row ${back + 1}.`,
      'Take the rows out that repeat, or choose another column for time.',
    )
}
