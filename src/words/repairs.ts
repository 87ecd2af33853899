import type { Repair, RepairKind } from '../core/bench'

const times = (n: number) => (n === 1 ? 'once' : `${n} times`)
const rows = (n: number) => (n === 1 ? '1 row' : `${n} rows`)
const marks = (n: number) => (n === 1 ? '1 mark was' : `${n} marks were`)

const REPAIRS: Readonly<Record<RepairKind, (count: number, values: Repair['values']) => string>> = {
  'not a number': (n) => `${rows(n)} without a number left out.`,
  'repeated time': (n) => `${rows(n)} with the same time as the one before left out.`,
  'row out of order': (n) => `${rows(n)} running backwards in time left out.`,
  'clock restart': (n) =>
    `The clock restarted ${times(n)}: only the longest stretch is used. Split the file to use the rest.`,
  'double pulse': (n) => `${marks(n)} read twice; the second reading was dropped.`,
  'missed pulse': (n) => `${marks(n)} missed and counted in.`,
  'lost mark': (n) => `${marks(n)} lost on the way, as the device’s own numbers tell, and counted in.`,
  'undecided gap': (n, { taken, other }) =>
    `${n === 1 ? '1 gap fits' : `${n} gaps fit`} no whole number of marks; the first was taken as ${taken}, it may be ${other}. Look at the speed there.`,
  'counter wrap': (n, { spans }) => `The counter ran over ${times(n)} (at ${spans}) and was carried on.`,
  'counter reset': (n) => `The counter was set back ${times(n)}; it was carried on with the step of its neighbours.`,
}

/** What was mended in a recording, or set aside. */
export const repairWords = ({ kind, count, values }: Repair): string => REPAIRS[kind](count, values)
