import { reductionNotes } from './reduction-notes'

type Result = Parameters<typeof reductionNotes>[0]
const measured = (value: number, standardUncertainty = 0, unit = '') => ({ value, standardUncertainty, unit })

/** A reduction that there is nothing to say of. */
const sound: Result = {
  dragMeasured: true,
  bend: { share: 0, standardUncertainty: 0.001 },
  strays: 1,
  rig: {
    flywheelInertiaKgM2: { value: 9e-6, standardUncertainty: 1e-7 },
    rotorInertiaKgM2: { value: 1e-6, standardUncertainty: 0 },
  } as Result['rig'],
  inertia: measured(1e-5),
  fall: { from: 'motion', nominalGaugePa: null, share: measured(0, 0.01), sigmas: 0 },
  motion: { status: 'converged', autocorrelation: 0.1 } as Result['motion'],
  peak: measured(5, 0.02, 'W'),
  asked: undefined,
}
const codes = (over: Partial<Result>) => reductionNotes({ ...sound, ...over }).map((n) => n.code)
const motion = (over: object) => ({ ...sound.motion, ...over }) as Result['motion']
const rig = (over: object) => ({ ...sound.rig, ...over }) as Result['rig']
/** `alone` is what the motion leaves unknown of it. */
const fall = (from: 'column' | 'motion', share: number, alone: number, nominalGaugePa: number | null = null) => ({
  from,
  nominalGaugePa,
  share: measured(share, 2 * alone),
  sigmas: share / alone,
})

test('of a sound one nothing is said', () => expect(codes({})).toEqual([]))

/** [code, told, not told]: just beyond its bound, and just within. */
const BOUNDS: readonly [string, Partial<Result>, Partial<Result>][] = [
  ['reduction-no-coasting', { dragMeasured: false }, { dragMeasured: true }],
  ['reduction-scatter', { strays: 9.1 }, { strays: 8.9 }],
  ['reduction-scatter', { strays: 99 }, { strays: 99, fall: fall('motion', 0.05, 0.01) }],
  // 1.96 of it over 1 %, and what the inertia brings is not counted
  ['reduction-no-pressure', { peak: measured(5, 0.0256) }, { peak: measured(5, 0.0254) }],
  [
    'reduction-no-pressure',
    { peak: measured(5, 0.3), inertia: measured(1e-5, 5.97e-7) },
    { peak: measured(5, 0.3), inertia: measured(1e-5, 5.99e-7) },
  ],
  ['reduction-no-pressure', { peak: measured(5, 1) }, { peak: measured(5, 1), fall: fall('column', 0, 0, 3e5) }],
  ['reduction-rotor-heavy', { inertia: measured(1e-6 / 0.301) }, { inertia: measured(1e-6 / 0.299) }],
  [
    'reduction-no-uncertainty',
    { rig: rig({ flywheelInertiaKgM2: { value: 9e-6, standardUncertainty: 0 } }) },
    { rig: rig({ flywheelInertiaKgM2: { value: 9e-6, standardUncertainty: 1e-12 } }) },
  ],
  ['reduction-waves', { motion: motion({ autocorrelation: 0.71 }) }, { motion: motion({ autocorrelation: 0.69 }) }],
  [
    'reduction-waves',
    { motion: motion({ autocorrelation: 0.9 }) },
    { motion: motion({ autocorrelation: 0.9, status: 'singular' }) },
  ],
  [
    'torque-bent',
    { bend: { share: -0.0301, standardUncertainty: 0.01 } },
    { bend: { share: 0.0299, standardUncertainty: 0.01 } },
  ],
  [
    'torque-bent',
    { bend: { share: 0.0051, standardUncertainty: 1e-5 } },
    { bend: { share: 0.0049, standardUncertainty: 1e-5 } },
  ],
  ['reduction-torque-fell', { fall: fall('motion', 0.031, 0.01) }, { fall: fall('motion', 0.029, 0.01) }],
  ['reduction-torque-fell', { fall: fall('motion', 0.0031, 1e-4) }, { fall: fall('motion', 0.0029, 1e-4) }],
  [
    'reduction-pressure-moved',
    { fall: fall('column', -0.0031, 1e-3, 3e5) },
    { fall: fall('column', 0.0029, 1e-3, 3e5) },
  ],
  ['reduction-pressure-moved', { fall: fall('column', 0.1, 1e-3, 3e5) }, { fall: fall('motion', 0.1, 1e-3, 3e5) }],
  [
    'reduction-pressure-said',
    { asked: 2.5e5, fall: fall('column', 0, 0, 3e5) },
    { asked: 3e5, fall: fall('column', 0, 0, 3e5) },
  ],
  [
    'reduction-pressure-said',
    { asked: 2.5e5, fall: fall('column', 0, 0, 3e5) },
    { asked: undefined, fall: fall('column', 0, 0, 3e5) },
  ],
]
test.each(BOUNDS)('%s', (code, told, within) => {
  expect(codes(told)).toContain(code)
  expect(codes(within)).not.toContain(code)
})
test('what is said carries what it is about', () => {
  const [fell] = reductionNotes({ ...sound, fall: fall('motion', 0.05, 0.01) })
  expect(fell.values).toEqual({ share: 0.05, standardUncertainty: 0.02 })
  const [said, moved] = reductionNotes({ ...sound, asked: 2.5e5, fall: fall('column', 0.05, 0, 3e5) })
  expect(said.values).toEqual({ saidGaugePa: 2.5e5, recordedGaugePa: 3e5 })
  expect(moved.values).toEqual({ share: 0.05, nominalGaugePa: 3e5 })
})
