import type {
  EngineKindId,
  EngineMachine,
  EnginePredicted,
  MachineOfKind,
  PistonEngine,
} from '../../../project/document'
import type { Shown } from '../../shared'
import { CrankStation } from '../engine/CrankStation'
import { CylinderStation } from '../engine/CylinderStation'
import { EngineLoadStation } from '../engine/EngineLoadStation'
import type { MachineStation, MachineView } from './contract'

const LOAD_WORDS: Readonly<Record<EngineMachine['load']['kind'], string>> = {
  propeller: 'propeller',
  brake: 'brake',
  wheel: 'wheel',
  generator: 'generator',
}

/** Its sizes, and how its valves or ports stand. */
function sizes(m: EngineMachine, shown: Shown): readonly [string, string] {
  const length = (v: number) => shown.text(v, 'length')
  switch (m.family) {
    case 'three-flank-engine':
      return [
        `${length(2 * (m.radiusM + m.eccentricityM))} long, ${length(m.depthM)} deep`,
        `intake ⌀ ${length(m.intake.diameterM)} at ${shown.text(m.intake.angleRad, 'angle')}, ${m.tube ? 'both lobes' : 'one lobe'}`,
      ]
    case 'single-acting-engine':
      return [bores(m, length), `pin ${length(m.ball.pinLengthM)}, seat ${length(m.ball.seatDiameterM)}`]
    case 'double-acting-engine':
      return [
        bores(m, length),
        `valve ±${length(m.valve.eccentricityM)}, ${Math.round((m.valve.leadRad * 180) / Math.PI)}° ahead`,
      ]
  }
}

const bores = (m: PistonEngine, length: (v: number) => string): string =>
  `${m.cylinders > 1 ? `${m.cylinders} × ` : ''}⌀ ${length(m.boreM)} × ${length(m.strokeM)}`

/** The stations of any engine behind its line. */
export function engineView<K extends EngineKindId>(): MachineView<MachineOfKind<K>, EnginePredicted> {
  const stations: readonly MachineStation<EngineMachine, EnginePredicted>[] = [
    {
      id: 'cylinder',
      name: ({ machine }) => (machine.family === 'three-flank-engine' ? 'Rotor and ports' : 'Cylinder and valves'),
      towards: 'what the air does inside',
      lines: ({ machine: m }, { prediction: { steady } }, shown) => [
        ...sizes(m, shown),
        steady ? `${shown.text(steady.figures.airPerTurnKg, 'airMass')} of air a turn` : 'it stands',
      ],
      Workspace: CylinderStation,
    },
    {
      id: 'crank',
      name: ({ machine }) => (machine.family === 'three-flank-engine' ? 'Shaft' : 'Crank'),
      towards: 'whether it starts, how evenly it turns',
      lines: ({ machine: m }, { prediction: { standing, steady } }, shown) => [
        m.family === 'three-flank-engine'
          ? 'three turns to one of the rotor'
          : m.cylinders > 1
            ? `${Math.round((m.phaseStepRad * 180) / Math.PI)}° apart`
            : 'one crank pin',
        standing.startsShare === 1
          ? 'starts anywhere'
          : `starts from ${shown.text(standing.startsShare, 'share')} of the turn`,
        steady ? `${shown.text(steady.figures.frictionPowerW, 'power')} rubbed away` : 'it stands',
      ],
      Workspace: CrankStation,
    },
    {
      id: 'load',
      name: ({ machine }) => (machine.load.kind === 'propeller' ? 'Propeller' : 'Load'),
      towards: 'what it drives, and for how long',
      lines: ({ machine: { load } }, { prediction: { figures } }, shown) => [
        load.label || LOAD_WORDS[load.kind],
        `${shown.text(figures.speedRadPerS, 'rotation')} kept`,
        `${shown.text(figures.shaftPowerW, 'power')} at the shaft`,
      ],
      Workspace: EngineLoadStation,
    },
  ]
  return {
    left: { short: 'shaft', long: 'Shaft power at the speed that it keeps' },
    safeTo: true,
    losses: {
      throttleW: { short: 'valves', long: 'Pressure throttled away in inlet and valves', tone: ['pale', 0.6] },
      pastSealsW: { short: 'leaks', long: 'Air that goes past the seals', tone: ['pale', 1] },
      exhaustW: { short: 'exhaust', long: 'Pressure left in the exhaust, squeezing and mixing', tone: ['pipe', 0.7] },
      rubbingW: { short: 'friction', long: 'Friction of seals, bearings and valve gear', tone: ['mute', 0.85] },
      standsW: { short: 'stands', long: 'It does not turn: nothing comes of its air', tone: ['mute', 0.5] },
    },
    stations: stations as unknown as MachineView<MachineOfKind<K>, EnginePredicted>['stations'],
  }
}
