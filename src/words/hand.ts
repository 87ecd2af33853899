import type { HandFigureId, HandKind } from '../core/bench'
import type { QuantityKind } from '../core/units'
import type { HandTarget } from '../project/hand'

/** What can be measured by hand: its name, and how it is done. */
export const HAND_WORDS: Readonly<Record<HandKind, { readonly name: string; readonly how: string }>> = {
  spring: {
    name: 'a spring',
    how: 'Stand it on the scale under a caliper, or hang weights on it. Go up through the loads and read its length at each; keep clear of where the coils touch.',
  },
  rubbing: {
    name: 'a seal’s friction',
    how: 'No air on it. Draw the piston slowly through its stroke with a spring balance, in and out again, and read while it moves. Both ways together leave weight and slope out.',
  },
  gap: {
    name: 'a gap, by leaves',
    how: 'At several places round it, the rotor turned each time: the thickest leaf that goes in without force, and the thinnest that does not.',
  },
  balance: {
    name: 'balance on edges',
    how: 'Lay its shaft on two level edges. Its heavy side swings down; stick putty on the light side until it rests anywhere, take it off and weigh it. Do it anew a few times.',
  },
  orifice: {
    name: 'flow, by a hole',
    how: 'A plate with a drilled hole between line and machine, a gauge on either side of it. The hole less than half as wide as the line; read both while the air flows, at two or three pressures.',
  },
  coasting: {
    name: 'inertia, by coasting',
    how: 'Spin it up with a breath of air, shut the air, and take the time from one speed down to another; then the same with a plain disc of known inertia on its shaft. Whatever drags, drags in both: the times are as the inertias.',
  },
  scale: {
    name: 'a scale, by weights',
    how: 'As it stands on its rig: nothing on it, then known weights one after the other up to what it will be used for, and down again. Write down what it shows each time once it stands still.',
  },
  tow: {
    name: 'a boat or cart, towed',
    how: 'Draw it by a long level thread over a marked way, the balance in the thread, once it runs evenly: slowly, faster, as fast as it will go. A weight over a pulley pulls more evenly than a hand. Its own load in it; water several times as deep and wide as the hull, and let the waves die down between.',
  },
  pull: {
    name: 'a pull',
    how: 'Draw it level over its own track with a spring balance, at a steady walk, both ways. With its wheels held the same pull tells what its treads hold.',
  },
}

/** A figure by hand: its name and what quantity it is. */
export const HAND_FIGURES: Readonly<Record<HandFigureId, { readonly label: string; readonly kind: QuantityKind }>> = {
  springRate: { label: 'Spring rate', kind: 'springRate' },
  freeLength: { label: 'Length, free', kind: 'length' },
  workingForce: { label: 'Force where it works', kind: 'force' },
  rubbing: { label: 'Rubs with', kind: 'force' },
  gap: { label: 'Gap, all round', kind: 'length' },
  leastGap: { label: 'Gap where least', kind: 'length' },
  unbalance: { label: 'Unbalance', kind: 'unbalance' },
  offAxis: { label: 'Middle of mass off axis', kind: 'length' },
  openArea: { label: 'Open as wide as', kind: 'area' },
  massFlow: { label: 'Most air that passed', kind: 'massFlow' },
  inertia: { label: 'Inertia of all that turns', kind: 'inertia' },
  meanDrag: { label: 'Drag between the speeds', kind: 'torque' },
  scaleFactor: { label: 'Its readings times', kind: 'ratio' },
  scaleZero: { label: 'Shows without load', kind: 'force' },
  towDrag: { label: 'Drag at the speed wanted', kind: 'force' },
  towPower: { label: 'Power that takes', kind: 'power' },
  towGrows: { label: 'Grows with speed to the', kind: 'ratio' },
  pullShare: { label: 'Pull over weight', kind: 'share' },
}

/** Where a figure by hand can be written. */
export const HAND_TARGETS: Readonly<Record<HandTarget['id'], string>> = {
  'regulator-spring': 'the regulator’s spring',
  'ball-spring': 'the spring behind the ball',
  seal: 'the seal’s friction',
  'regulator-friction': 'the regulator’s friction',
  'nozzle-gap': 'the gap between nozzle and blades',
  'tip-gap': 'the gap over the blade tips',
  'casing-gap': 'the casing’s clearance',
  'running-gap': 'the running clearance',
  'impeller-gap': 'the gap over the impeller',
  rolling: 'what it rolls with',
  'rotor-inertia': 'the inertia of all that turns',
  'wheel-inertia': 'the flywheel’s inertia',
  discharge: 'the nozzle’s discharge',
  balance: 'how well it is balanced',
}
