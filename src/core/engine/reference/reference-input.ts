import type { EngineInput } from '..'

/** The parameters of the independent solution, under its own short names. */
export interface ReferenceParameters {
  readonly kind: string
  readonly [name: string]: number | string
}

/** The same engine as this code takes it. */
export function referenceInput(parameters: ReferenceParameters): EngineInput {
  const p = parameters as unknown as Record<string, number>
  const both = {
    boreM: p.bore,
    strokeM: p.stroke,
    rodM: p.rod,
    phasesRad: [0],
    leaks: { toRoomM2: p.A_leak, pastPistonM2: 0 },
    seal: { forceN: 0, areaM2: 0 },
    walls: { filmWPerM2K: p.h, temperatureK: p.Tw },
  }
  return {
    machine:
      parameters.kind === 'uniflow'
        ? {
            kind: 'single-acting',
            ...both,
            clearanceM3: p.Vc,
            ball: { pinLengthM: p.h_pin, seatDiameterM: p.d_seat, pinDiameterM: p.d_pin, discharge: p.Cd_in },
            ports: { fromM: p.x_port, heightM: p.h_port, widthM: p.w_port, discharge: p.Cd_ex },
          }
        : {
            kind: 'double-acting',
            ...both,
            rodDiameterM: p.rod_diameter,
            headClearanceM3: p.Vc_h,
            crankClearanceM3: p.Vc_c,
            valve: {
              eccentricityM: p.e,
              leadRad: p.delta,
              admissionLapM: p.lap_s,
              exhaustLapM: p.lap_e,
              portWidthM: p.w_port,
              portHeightM: p.h_port,
              admissionDischarge: p.Cd_in,
              exhaustDischarge: p.Cd_ex,
            },
          },
    supply: { kind: 'constant', absolutePressurePa: p.p_s, temperatureK: p.T_s },
    manifold: null,
    room: { absolutePressurePa: p.pa, temperatureK: p.Ta },
    turning: {
      inertiaKgM2: p.J,
      friction: { constantNm: p.Tc, settlesRadPerS: p.w_s, perSpeedNmS: p.cv_f, perSquareNmS2: 0 },
      load: { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: p.k },
    },
  }
}
