import type { Hazard } from '../../project/document'
import { Figure } from '../../ui'
import { useShown } from '../shared'

interface Words {
  readonly label: string
  readonly sub?: (hazard: Hazard) => string | undefined
}

/** What each hazard is called, and what is said under its figure. */
const WORDS: Readonly<Record<string, Words>> = {
  'free-speed': { label: 'Free speed' },
  'burst-speed': { label: 'Burst speed', sub: ({ of }) => (of ? `the ${of} goes first` : undefined) },
  'stress-margin': {
    label: 'Margin in stress',
    sub: ({ value }) => (value === null ? undefined : `${Math.sqrt(value).toPrecision(2)} × in speed is not the same`),
  },
  'bearing-share': { label: 'Of the bearing’s limit' },
  'stored-energy': { label: 'Stored energy', sub: () => 'in the rotor alone' },
  'flywheel-speed': { label: 'Flywheel at most' },
  'flywheel-rim-speed': { label: 'Its rim' },
  'flywheel-time': { label: 'There in about' },
  'flywheel-stress-margin': {
    label: 'Its margin in stress',
    sub: ({ value }) => (value === null ? 'its material is not given in the rig' : undefined),
  },
  'flywheel-stored-energy': { label: 'Energy in it', sub: () => 'what its guard would have to stop' },
  'brake-heat': { label: 'Heat in the brake', sub: () => 'at most; metal to take it, pauses between settings' },
  'brake-force': { label: 'Arm presses, held fast', sub: () => 'a stop on either side, lest a grab swings it' },
  'resistor-heat': { label: 'Heat in resistors', sub: () => 'at most; rated for it, not to be touched' },
  'rope-heat': { label: 'Heat in the rope', sub: () => 'at most; a rope that smokes tears' },
  'rope-force': { label: 'Rope pulls, held fast', sub: () => 'it snatches when it grips: hands off it' },
  'lift-power': { label: 'Lifts with at most' },
  'lift-weight': { label: 'Heaviest that it holds', sub: () => 'it falls when the air goes: nothing under it' },
  thrust: { label: 'Push' },
  'engine-speed': { label: 'Fastest in a turn' },
  'engine-wall-margin': {
    label: 'Margin of wall or cover',
    sub: () => 'strength over stress at the greatest pressure',
  },
  'engine-piston-force': { label: 'Push of piston or flank', sub: () => 'what a finger would be under' },
}

/** What can hurt, in figures: of a machine or of a rig. */
export function HazardFigures({ hazards }: { hazards: readonly Hazard[] }) {
  const shown = useShown()
  return (
    <>
      {hazards.map((h) => {
        const words = WORDS[h.id] ?? { label: h.id }
        const figure =
          h.value === null
            ? { value: '—', unit: '' }
            : shown.parts(Math.min(999, h.value) < h.value && h.times ? 999 : h.value, h.kind, h.standardUncertainty)
        return (
          <Figure
            key={h.id}
            label={words.label}
            origin="predicted"
            {...figure}
            unit={h.times && h.value !== null ? '×' : figure.unit}
            warn={h.warn}
            sub={words.sub?.(h)}
          />
        )
      })}
    </>
  )
}
