/** Twist-drill diameters by number (1-80) and letter, in inches. Source: ASME B94.11M (values from memory). */
const NUMBER_INCH = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177,
  0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116,
  0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076,
  0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036,
  0.035, 0.033, 0.032, 0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02, 0.018, 0.016, 0.0145, 0.0135,
]
const LETTER_INCH: Readonly<Record<string, number>> = {
  A: 0.234,
  B: 0.238,
  C: 0.242,
  D: 0.246,
  E: 0.25,
  F: 0.257,
  G: 0.261,
  H: 0.266,
  I: 0.272,
  J: 0.277,
  K: 0.281,
  L: 0.29,
  M: 0.295,
  N: 0.302,
  O: 0.316,
  P: 0.323,
  Q: 0.332,
  R: 0.339,
  S: 0.348,
  T: 0.358,
  U: 0.368,
  V: 0.377,
  W: 0.386,
  X: 0.397,
  Y: 0.404,
  Z: 0.413,
}

/** Diameter of a number drill (1-80) or letter drill (A-Z), m; null when there is none of that name. */
export function drillDiameter(name: string): number | null {
  const letter = LETTER_INCH[name.toUpperCase()]
  if (letter !== undefined) return letter * 0.0254
  const number = Number(name)
  return Number.isInteger(number) && number >= 1 && number <= 80 ? NUMBER_INCH[number - 1] * 0.0254 : null
}

export interface Drill {
  readonly label: string
  readonly diameterM: number
}

/**
 * Drill nearest to a diameter, among metric sizes of 0.05 mm steps (to 3 mm) and 0.1 mm steps, number and letter sizes,
 * and 64ths of an inch.
 */
export function nearestDrills(diameterM: number): Drill[] {
  const mm = diameterM * 1000
  const step = mm <= 3 ? 0.05 : 0.1
  const metric = Math.max(step, Math.round(mm / step) * step)
  const sixtyFourths = Math.max(1, Math.round((diameterM / 0.0254) * 64))
  const named = [
    ...NUMBER_INCH.map((inch, i) => ({ label: `#${i + 1}`, diameterM: inch * 0.0254 })),
    ...Object.entries(LETTER_INCH).map(([name, inch]) => ({ label: name, diameterM: inch * 0.0254 })),
  ]
  const nearest = named.reduce((a, b) =>
    Math.abs(b.diameterM - diameterM) < Math.abs(a.diameterM - diameterM) ? b : a,
  )
  return [
    { label: `${metric.toFixed(2).replace(/0$/, '')} mm`, diameterM: metric / 1000 },
    nearest,
    { label: `${fraction(sixtyFourths)} in`, diameterM: (sixtyFourths / 64) * 0.0254 },
  ]
}

/**
 * All drills of one family in a range, smallest first: metric in steps of 0.05 mm (0.1 above 3 mm), 64ths of an inch,
 * numbers and letters.
 */
export function drillsBetween(family: 'metric' | 'inch' | 'number', fromM: number, toM: number): Drill[] {
  const within = (list: Drill[]) =>
    list.filter((d) => d.diameterM >= fromM && d.diameterM <= toM).sort((a, b) => a.diameterM - b.diameterM)
  if (family === 'metric')
    return within(
      [
        ...Array.from({ length: 60 }, (_, i) => (i + 1) * 0.05),
        ...Array.from({ length: 170 }, (_, i) => 3 + (i + 1) * 0.1),
      ].map((mm) => ({ label: mm.toFixed(2).replace(/0$/, ''), diameterM: mm / 1000 })),
    )
  if (family === 'inch')
    return within(
      Array.from({ length: 50 }, (_, i) => ({ label: fraction(i + 1), diameterM: ((i + 1) / 64) * 0.0254 })),
    )
  return within([
    ...NUMBER_INCH.map((inch, i) => ({ label: `#${i + 1}`, diameterM: inch * 0.0254 })),
    ...Object.entries(LETTER_INCH).map(([name, inch]) => ({ label: name, diameterM: inch * 0.0254 })),
  ])
}

function fraction(sixtyFourths: number): string {
  let [top, bottom] = [sixtyFourths, 64]
  while (top % 2 === 0 && bottom > 1) [top, bottom] = [top / 2, bottom / 2]
  return bottom === 1 ? `${top}` : `${top}/${bottom}`
}
