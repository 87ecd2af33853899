import type { StationText } from '../air-line'
import type { Shown } from '../shared'
import type { Build, ThrustBuild, TurbineBuild } from '../../project/document'
import { FORM_WORDS, lineWords } from '../../project/compare'
import type { AirPredicted, Predicted, ThrustPredicted } from './use-build'
import { formatNumber } from '../../core/units'
import { workingRadius } from '../../core/machines'

/** A machine in a few words. */
export function machineWords(machine: TurbineBuild['machine'], shown: Shown): string {
  const mm = (m: number) => shown.text(m, 'length')
  switch (machine.family) {
    case 'axial':
      return `${machine.stages} ${machine.stages === 1 ? 'stage' : 'stages'}, r ${mm(machine.meanRadiusM)}`
    case 'wind-stack':
      return `${machine.stackVanes} vanes, wheel r ${mm(machine.meanRadiusM)}`
    case 'radial-inflow':
      return `${machine.bladeCount} blades, r ${mm(machine.inletRadiusM)} to ${mm(machine.outletTipRadiusM)}`
    case 'disc-pack':
      return `${machine.discs} discs, gap ${mm(machine.gapWidthM)}`
    case 'vane-motor':
      return `${machine.vanes} vanes, bore ⌀ ${mm(2 * machine.boreRadiusM)}`
    case 'reaction-rotor':
      return `jets at r ${mm(machine.jetRadiusM)}`
    default:
      return `${machine.bladeCount} blades, r ${mm(machine.meanRadiusM)}`
  }
}

const rpm = (radPerS: number) => `${formatNumber((radPerS * 30) / Math.PI)} rpm`

/** The source in a few words. */
export function supplyWords(supply: Build['supply'], shown: Shown): string {
  switch (supply.kind) {
    case 'compressor':
      return `compressor, ${shown.text(supply.tankVolumeM3, 'volume')} tank`
    case 'steady':
      return 'steady supply'
    case 'vessel':
      return `bottle, ${shown.text(supply.volumeM3, 'volume')}`
    case 'blower': {
      const sets = [
        supply.inSeries > 1 ? `${supply.inSeries} in series` : '',
        supply.inParallel > 1 ? `${supply.inParallel} side by side` : '',
      ]
        .filter(Boolean)
        .join(', ')
      return `${supply.label || 'blower'}${sets ? `, ${sets}` : ''}`
    }
    case 'breath':
      return 'breath'
    case 'wind':
      return `wind, ${shown.text(supply.speedMPerS, 'speed')}`
    case 'balloon':
      return `balloon, ${shown.text(supply.blownVolumeM3, 'volume')}`
  }
}

/** Under supply, line and nozzle of any build. */
function airTexts(build: Build, { air, nozzle, input }: AirPredicted, shown: Shown): StationText[] {
  const { supply, line } = build
  const pa = input.ambient.absolutePressurePa
  const convergent = build.nozzle.exitDiameterM <= build.nozzle.throatDiameterM * (1 + 1e-9)
  const count = build.nozzle.count > 1 ? `${build.nozzle.count} × ` : ''
  const form =
    build.nozzle.form.kind === 'round'
      ? convergent
        ? 'convergent'
        : 'convergent–divergent'
      : FORM_WORDS[build.nozzle.form.kind]
  return [
    {
      id: 'supply',
      name: 'Supply',
      lines: [
        supplyWords(supply, shown),
        shown.text(air.sourcePressurePaAbs - pa, 'gaugePressure'),
        `${shown.text(air.massFlowKgPerS, 'massFlow')} · ${shown.text(nozzle.freeAirM3PerS, 'freeAir')} free`,
      ],
    },
    {
      id: 'line',
      name: line.regulator ? 'Regulator and line' : 'Line',
      lines: [
        line.regulator
          ? `${line.regulator.kind} at ${shown.text(air.supplyGaugePressurePa, 'gaugePressure')}`
          : lineWords(line),
        `${shown.text(air.nozzlePressurePaAbs - pa, 'gaugePressure')} behind it`,
        line.parts.length === 0
          ? 'nothing lost on the way'
          : `−${shown.text(air.supplyPressurePaAbs - air.nozzlePressurePaAbs, 'pressureDrop')} in ${line.parts.length === 1 ? 'its one part' : `${line.parts.length} parts`}`,
      ],
    },
    {
      id: 'nozzle',
      name: 'Nozzle',
      lines: [
        `${count}${form} ${shown.text(build.nozzle.throatDiameterM, 'length')}`,
        `${shown.text(nozzle.jetSpeedMPerS, 'speed')} jet · ${REGIME_WORDS[nozzle.regime]}`,
        `${shown.text(nozzle.exitTemperatureK, 'temperature')} at the exit`,
      ],
    },
  ]
}

/** What stands under each station of a turbine's air line, in words. */
export function stationTexts(build: TurbineBuild, predicted: Predicted, shown: Shown): StationText[] {
  const { prediction: p } = predicted
  const { point } = p
  const spare = point.shaftPowerW - build.load.wantedPowerW
  const ratio = (point.speedRadPerS * workingRadius(build.machine)) / Math.max(1e-9, p.nozzle.jetSpeedMPerS)
  return [
    ...airTexts(build, predicted, shown),
    {
      id: 'rotor',
      name: 'Rotor',
      lines: [
        machineWords(build.machine, shown),
        `${rpm(point.speedRadPerS)} · u/c ${ratio.toFixed(2)}`,
        `${shown.text(point.torqueNm, 'torque')} at the shaft`,
      ],
    },
    {
      id: 'shaft',
      name: 'Shaft',
      lines: [
        `${build.shaft.bearingCount} × ${build.shaft.bearingClassId}, ${'casing' in build.machine ? (build.machine.casing.kind === 'close' ? 'close casing' : 'open') : build.shaft.overhangM > 0 ? 'overhung' : 'between bearings'}`,
        `free at ${rpm(p.summary.freeSpeedRadPerS)}`,
        `there ${formatNumber(p.strength.stressMargin, 2)} × in stress`,
      ],
    },
    p.compressor
      ? {
          id: 'load',
          name: 'Impeller',
          lines: [
            build.load.label || 'impeller',
            p.compressor.stalled ? 'the turbine cannot turn it' : `balances at ${rpm(p.compressor.speedRadPerS)}`,
            p.compressor.stalled
              ? ''
              : `${p.compressor.pressureRatio.toFixed(3)} × in pressure, ${shown.text(p.compressor.deliveredKgPerS, 'massFlow')}`,
          ],
        }
      : {
          id: 'load',
          name: 'Load',
          lines: [
            build.load.label || 'load',
            `wants ${shown.text(build.load.wantedPowerW, 'power')} at ${rpm(build.load.speedRadPerS)}`,
            spare >= 0 ? `${shown.text(spare, 'power')} to spare` : `${shown.text(-spare, 'power')} short`,
          ],
        },
  ]
}

/** The same for a body pushed by its jet. */
export function thrustTexts(build: ThrustBuild, predicted: ThrustPredicted, shown: Shown): StationText[] {
  const { thrust } = predicted
  const { machine } = build
  const climb = machine.path.kind === 'climb'
  return [
    ...airTexts(build, predicted, shown),
    {
      id: 'body',
      name: 'Body',
      lines: [
        `${shown.text(machine.massKg, 'mass')}, ⌀ ${shown.text(machine.diameterM, 'length')}`,
        `${shown.text(thrust.nozzle.thrustN, 'force')} of push at first`,
        climb ? STABILITY_WORDS[thrust.stability.verdict] : 'guided by its track',
      ],
    },
    {
      id: 'way',
      name: climb ? 'Climb' : 'Track',
      lines: [
        build.load.label || (climb ? 'straight up' : 'track'),
        thrust.flight.leaves
          ? `${formatNumber(thrust.flight.distanceM)} m ${climb ? 'high' : 'far'}`
          : 'it does not leave',
        `${shown.text(thrust.flight.topSpeedMPerS, 'speed')} at most`,
      ],
    },
  ]
}

/** What the air does to a body that flies free, by the arm of its side wind. */
export const STABILITY_WORDS = {
  unstable: 'tumbles',
  doubtful: 'wavers',
  stable: 'rights itself',
  'over-stable': 'noses hard into the wind',
} as const

export const REGIME_WORDS = {
  unchoked: 'not choked',
  choked: 'choked',
  'shock-in-divergence': 'shock inside',
  overexpanded: 'over-expanded',
  design: 'on design',
  underexpanded: 'under-expanded',
} as const
