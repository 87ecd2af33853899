import {
  LONGEST_SCREW,
  isBought,
  type BillCode,
  type BillLine,
  type Bought,
  type Process,
  type StatedGap,
} from '../core/geometry'
import {
  billOfMachine,
  numberOf,
  partSpec,
  partWords,
  type BuildStep,
  type NumberedItem,
  type PartName,
  type PartsInput,
  type StepCheck,
} from '../core/machines'
import { formatNumber } from '../core/units'

const BOUGHT: Readonly<Record<BillCode, readonly [one: string, many: string]>> = {
  bearing: ['ball bearing', 'ball bearings'],
  shaft: ['shaft, steel', 'shafts, steel'],
  screw: ['screw, button head', 'screws, button head'],
  nut: ['nut', 'nuts'],
  'set-screw': ['set screw', 'set screws'],
  pin: ['pin, steel', 'pins, steel'],
  ball: ['ball, steel', 'balls, steel'],
  'glass-ball': ['ball, glass', 'balls, glass'],
  'nylon-ball': ['ball, nylon', 'balls, nylon'],
  spring: ['compression spring', 'compression springs'],
  'rubber-disc': ['disc of rubber, cut from a sheet', 'discs of rubber, cut from a sheet'],
  adjuster: ['screw, hexagon head, threaded to it', 'screws, hexagon head, threaded to it'],
  'adjuster-nut': ['nut', 'nuts'],
  gasket: ['gasket, cut from paper', 'gaskets, cut from paper'],
  hose: ['hose', 'hoses'],
  clip: ['hose clip', 'hose clips'],
  fitting: ['push-in fitting, male', 'push-in fittings, male'],
  'bench-screw': ['bench screw', 'bench screws'],
}

/** What something that is bought is called, without its number. */
export const boughtWords = (bought: Pick<BillLine, 'code' | 'size'>, count = 1): string =>
  `${kindOfBought(bought, count)}, ${bought.size}`

/** No screw is sold so long: a rod with a nut in place of the head. */
const ROD: readonly [string, string] = ['threaded rod with a nut on top', 'threaded rods, each with a nut on top']
const kindOfBought = ({ code, size }: Pick<BillLine, 'code' | 'size'>, count = 1): string => {
  const rod = code === 'screw' && Number(size.split('×')[1]) > LONGEST_SCREW
  return (rod ? ROD : BOUGHT[code])[count === 1 ? 0 : 1]
}

/** Standards by which bought parts are ordered. */
const STANDARDS: Readonly<Record<BillCode, string>> = {
  bearing: 'deep groove, ISO 15, shielded',
  shaft: 'silver steel or stainless, ground, h6',
  screw: 'ISO 7380-1, hexagon socket',
  nut: 'ISO 4032',
  'set-screw': 'ISO 4029, cup point',
  pin: 'drill rod or dowel, h6 or m6, ends deburred',
  ball: 'bearing ball, grade 100 or better',
  'glass-ball': 'a bearing or valve ball, not a bead',
  'nylon-ball': 'a valve ball, turned and ground',
  spring: 'stainless or music wire, ends closed and ground; a tenth more or less in rate is usual',
  'rubber-disc': 'nitrile, 60 to 70 Shore A; a diaphragm above some 3 bar gauge with fabric in it',
  adjuster: 'ISO 4017, its end filed flat and round',
  'adjuster-nut': 'ISO 4032',
  gasket: 'outside / inside × thickness; or a thin smear of silicone',
  hose: 'rated for the pressure of your air; as short as the bench allows',
  clip: 'a hose that slips off under pressure whips',
  fitting: 'for the tube you use, with its seal ring or tape',
  'bench-screw': 'into a board, or M5 with washers through it',
}

const capital = (text: string) => `${text[0].toUpperCase()}${text.slice(1)}`

/** What a body is called. */
export const bodyWords = (body: PartName | Bought, count = 1): string =>
  isBought(body) ? capital(boughtWords(body, count)) : partWords(body).name

/** How firmly what screws hold is drawn together. Common practice for M3, no source. */
const FIRM: Readonly<Record<NonNullable<BuildStep['into']>, string>> = {
  metal: '0.8 N·m, a drop of thread lock on each.',
  nut: 'firm, about 0.5 N·m, crosswise, in two rounds; plastic settles, so again the next day.',
  plastic: 'about 0.3 N·m: they cut their own thread; turn back half a turn after each full one.',
}

const BOUGHT_GOES: Readonly<Record<Bought['code'], (step: BuildStep) => string>> = {
  bearing: ({ before, added }) =>
    before.some((p) => isBought(p.body) && p.body.code === 'shaft')
      ? 'Onto the shaft, down to the hub’s shoulder or into its seat; push on its inner ring only.'
      : `Into ${added.length > 1 ? 'their seats' : 'its seat'}; push on the outer ring only. Loose in the seat: a drop of retaining compound on the outer ring.`,
  shaft: ({ unit }) => (unit ? 'Deburr both ends; it must slide through the bearings.' : 'Through the bearings.'),
  screw: ({ into }) =>
    into === 'nut' ? 'Through all of it, loosely: their nuts come last.' : `Firm: ${FIRM[into ?? 'plastic']}`,
  nut: () => `One into each pocket. Then tighten the screws: ${FIRM.nut}`,
  pin: () => 'Pressed or glued in where it is tight, free to turn where it is not: a drop of oil.',
  ball: () => 'Onto its seat. Tap it once with a drift and a light hammer: it makes its own line.',
  'glass-ball': () => 'Onto its seat. Never tap it: turn it on the seat with a trace of polish instead.',
  'nylon-ball': () => 'Onto its seat. Press it down by hand once.',
  spring: () => 'Upright where the picture shows it; the part that comes over it presses it down.',
  'rubber-disc': ({ before }) =>
    before.some((p) => p.body === 'regulator-plate')
      ? 'Its hole over the screw, flat and without a crease: its edge lies in the body’s recess.'
      : 'Glued onto its face, flat: wipe off what comes out at the edge. Leave it overnight.',
  adjuster: () =>
    'From above through its nut, a drop of grease on thread and end, until it lies on the button: no further yet.',
  'adjuster-nut': () => 'From the side into its slot, until the screw’s hole is in line.',
  'set-screw': ({ added }) =>
    `Tighten ${added.length > 1 ? 'both' : 'it'} with 0.7 N·m, a drop of thread lock on the thread: never in plastic.`,
}

/** What is done in a step. */
export function stepInWords(step: BuildStep, input: PartsInput): string {
  if (step.putsIn) return 'Down into the machine as one, without force.'
  if (step.byTurns) return 'All others by turns, as in the picture; count them.'
  const [{ body, below }] = step.added
  const text = isBought(body) ? BOUGHT_GOES[body.code](step) : (partSpec(body, input)?.goesOn ?? '')
  return below ? `From below. ${text}` : text
}

/** Title of a step: what goes on, with the numbers of its balloons. */
export function stepTitle(step: BuildStep, items: readonly NumberedItem[]): string {
  if (step.putsIn) return `Unit ${step.putsIn}`
  const counts = new Map<number, number>()
  for (const p of step.added) {
    const number = numberOf(items, p)
    counts.set(number, (counts.get(number) ?? 0) + 1)
  }
  return [...counts]
    .map(([number, count]) => {
      const item = items.find((i) => i.number === number)
      return `${count > 1 ? `${count} × ` : ''}${item ? bodyWords(item.body, count) : ''} (${number})`
    })
    .join(', ')
}

const GAPS: Readonly<Record<StatedGap['code'], string>> = {
  radial: 'round the rim',
  axial: 'along the shaft',
  'end-play': 'end play',
  jet: 'between nozzle and blades',
  seal: 'round the inlet',
  lift: 'lift',
}

const listed = (names: readonly string[]): string =>
  names
    .map((n) => (n in BOUGHT ? BOUGHT[n as Bought['code']][0] : partWords(n as PartName).name.toLowerCase()))
    .join(' and ')

/**
 * What is looked at, and what should be found. `length` writes millimetres in the chosen unit; the throat as it should
 * come out, not as it is drawn.
 */
export function checkInstruction(check: StepCheck, throatMm: number | null, length: (mm: number) => string): string {
  switch (check.code) {
    case 'balance':
      return 'Balance: shaft ends on two level edges. What stops below is heavy: drill or file there until it rests anywhere.'
    case 'balance-first':
      return 'Balance it first, on a straight mandrel laid on two level edges.'
    case 'way-clear':
      return `Look through, then pass ${throatMm === null ? 'a pin of its size' : `a drill’s shank of ${length(throatMm)}`} by hand: it must go through without force.`
    case 'gap':
      if (check.gap.code === 'lift')
        return `Press the ${listed(check.gap.of)} down with a finger: it goes ${length(check.gap.mm)} and stops, by a depth gauge, and the poppet opens as far.`
      return `Gap ${GAPS[check.gap.code]}, ${listed(check.gap.of)} to ${listed(check.gap.from)}: ${length(check.gap.mm)}. Feel it with a strip of that thickness, all round.`
    case 'end-play':
      return `Push and pull the shaft: ${length(check.mm)} of play, felt as a click, no more.`
    case 'turns-freely':
      return 'Turn it by hand through a whole turn: no rub, no stiff place. If it rubs, take it apart; do not run it in.'
    case 'slides-freely':
      return 'Screw turned out: the valve opens and comes back by hand without a stiff place.'
    case 'shuts':
      return 'Outlet closed by a gauge, screw out, glasses on: let air on slowly, then screw in to a tenth of the pressure. The gauge must stand still for a minute: what creeps leaks at the seat. Soapy water on every joint.'
    case 'direction':
      return `Breathe into the inlet: seen from the upper end of the shaft it turns ${check.turn === 1 ? 'counter-clockwise' : 'clockwise'}.`
    case 'no-leak':
      return 'Leak test, rotor held fast, glasses on, at a tenth of the pressure: soapy water on every joint of the inlet. Bubbles cost more power than any blade wins.'
  }
}

/** Tools that a machine asks for, by what is in it. */
export function toolsInWords(items: readonly NumberedItem[], throatMm: number | null): string[] {
  const has = (code: Bought['code']) => items.some(({ body }) => isBought(body) && body.code === code)
  return [
    ...(has('adjuster') ? ['spanner 10 mm (M6)', 'a gauge with a cap for the outlet'] : []),
    ...(has('screw') ? ['hexagon key 2 mm (M3 button heads)'] : []),
    ...(has('set-screw') ? ['hexagon key 1.5 mm (M3 set screws)'] : []),
    ...(throatMm === null ? [] : [`drill ${formatNumber(throatMm, 3)} mm, new, or a reamer: for the nozzle’s throat`]),
    'drills and a reamer for bores and seats, a deburring knife',
    'feeler strips, calipers, two level edges for balancing',
    'thread lock, retaining compound, soapy water, glasses',
  ]
}

/** What stands over every sheet. */
const SHEET_CAUTIONS: readonly string[] = [
  'Glasses on whenever there is air on it. A guard that stops a fragment stands round the whole machine before the first run; a printed housing is none.',
  'Pressure off and hose off before anything is opened or touched.',
  'Vessel, hose and regulator by their maker’s limits and local rules; this sheet approves none of them.',
]

/** What stands over the sheet of these parts. */
export const sheetCautions = ({ machine }: PartsInput): readonly string[] =>
  machine.family === 'regulator'
    ? [
        'Glasses on whenever there is air on it. Printed parts that hold pressure are tested with water behind a shield first, to half as much again as they will ever see: a print gives way without warning.',
        'A relief valve behind it, set to what the weakest of all behind it stands: a valve that sticks open lets the whole pressure through.',
        ...SHEET_CAUTIONS.slice(1),
      ]
    : SHEET_CAUTIONS

const csvCell = (text: string) => (/[",\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text)

/** What a machine is made of, as rows. */
export function billRows(items: readonly NumberedItem[], input: PartsInput, process: Process): string[][] {
  const bodies = items.map(({ number, body, count }) => {
    if (isBought(body))
      return [String(number), String(count), capital(kindOfBought(body)), body.size, 'buy', STANDARDS[body.code]]
    const spec = partSpec(body, input)
    const how = spec?.metal ? 'turn from metal' : process === 'machined' ? 'machine' : 'print'
    return [String(number), String(count), partWords(body).name, '', how, spec?.what ?? '']
  })
  // what joins it to hose and bench has no balloon in the pictures
  const seen = new Set(items.map(({ body }) => (isBought(body) ? body.code : null)))
  const joins = billOfMachine(input).filter(({ code }) => !seen.has(code as Bought['code']))
  return [
    ...bodies,
    ...joins.map((line) => [
      '',
      String(line.count),
      capital(kindOfBought(line)),
      line.size,
      'buy',
      STANDARDS[line.code],
    ]),
  ]
}

export const BILL_HEAD = ['No.', 'Count', 'What', 'Size', 'How', 'Note']

/** The bill as CSV, comma and double quotes (RFC 4180). */
export const billCsv = (items: readonly NumberedItem[], input: PartsInput, process: Process): string =>
  `${[BILL_HEAD, ...billRows(items, input, process)].map((row) => row.map(csvCell).join(',')).join('\r\n')}\r\n`

/** A cell of a Markdown table. */
const mdCell = (text: string) => text.replace(/\|/g, '\\|').replace(/\n/g, ' ')
const mdRow = (cells: readonly string[]) => `| ${cells.map(mdCell).join(' | ')} |`

/** What a sheet is written from. */
export interface SheetFacts {
  readonly input: PartsInput
  readonly process: Process
  readonly items: readonly NumberedItem[]
  readonly steps: readonly BuildStep[]
  /** Of a round nozzle; null where there is none. */
  readonly throatMm: number | null
}

/**
 * The whole sheet as Markdown: cautions, bill, tools, steps with their checks. `length` writes millimetres in the
 * chosen unit.
 */
export function sheetMarkdown(
  title: string,
  { input, process, items, steps, throatMm }: SheetFacts,
  length: (mm: number) => string,
): string {
  return [
    `# ${title}: to build it`,
    '',
    ...sheetCautions(input).map((c) => `> ${c}`),
    '',
    '## What you need',
    '',
    mdRow(BILL_HEAD),
    mdRow(BILL_HEAD.map(() => '---')),
    ...billRows(items, input, process).map(mdRow),
    '',
    '### Tools',
    '',
    ...toolsInWords(items, throatMm).map((t) => `- ${t}`),
    '',
    '## Steps',
    '',
    ...steps.flatMap((step) => [
      `${step.number}. ${step.unit ? `[unit ${step.unit}] ` : ''}**${stepTitle(step, items)}** ${stepInWords(step, input)}`,
      ...step.checks.map((c) => `   - [ ] ${checkInstruction(c, throatMm, length)}`),
    ]),
    '',
  ].join('\n')
}
