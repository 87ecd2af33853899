import type { z } from 'zod'
import { bodyStrength, type TurningBody } from '../../src/core/strength'
import type { strengthVerbInput } from '../schemas'

/** Stress, burst speed and margins of a rotor's section, or of a disc of any thickness profile, at a speed. */
export function strengthVerb({ rotor, speedRadPerS }: z.infer<typeof strengthVerbInput>) {
  const rim = rotor.profile?.[rotor.profile.length - 1][0] ?? rotor.rootRadiusM ?? 0
  const lengthM = Math.max(0, (rotor.tipRadiusM ?? rim) - rim)
  const body: TurningBody = {
    name: 'rotor',
    profile: rotor.profile ?? [
      [rotor.boreRadiusM, rotor.discThicknessM ?? 0],
      [rim, rotor.discThicknessM ?? 0],
    ],
    carried: 0,
    holeFactor: 1,
    pieces:
      rotor.bladeCount > 0 && lengthM > 0
        ? {
            name: 'blade root',
            count: rotor.bladeCount,
            lengthM,
            rootAreaM2:
              Math.min(rotor.bladeHeightM, rotor.discThicknessM ?? rotor.bladeHeightM) * rotor.bladeThicknessM,
            meanAreaM2: rotor.bladeHeightM * rotor.bladeThicknessM,
            cornerFactor: 2,
          }
        : null,
    materialId: rotor.materialId,
    infill: rotor.infill,
    loadedAcrossLayers: rotor.loadedAcrossLayers,
    copies: 1,
  }
  const s = bodyStrength(body, speedRadPerS, rotor.temperatureK)
  const speedMargin = s.burstSpeedRadPerS / speedRadPerS
  return {
    discStressPa: s.discStressPa,
    bladeRootStressPa: s.rootStressPa,
    allowablePa: s.allowablePa,
    burstSpeedRadPerS: s.burstSpeedRadPerS,
    speedMargin,
    stressMargin: speedMargin ** 2,
    governing: s.governing,
    meanHoopStressPa: s.stress.meanHoopPa,
    inertiaKgM2: s.inertiaKgM2,
    massKg: s.massKg,
    storedEnergyJ: 0.5 * s.inertiaKgM2 * speedRadPerS ** 2,
    tipSpeedMPerS: s.outerRadiusM * speedRadPerS,
    notes: [
      'Printed strength is an estimate, 25 % either way (one sigma); this certifies nothing.',
      ...(rotor.infill < 1 ? ['Infill below solid: cautious for stress, rough for inertia.'] : []),
    ],
  }
}
