/**
 * Shapes that no law of the reductions has, for simulated machines of known truth: power laws between theirs, friction
 * that is greater near rest, torque that is short of its line at rest. Of ours, over what bearings and wheels do.
 */

/** Drag, N m at rad/s: a power of the speed, and in a third of them friction that is greater near rest. */
export function otherDrag(random: () => number, topRadPerS: number): (speedRadPerS: number) => number {
  const between = (low: number, high: number) => low + (high - low) * random()
  const [rest, rise, power] = [between(2e-4, 6e-4), between(0.5, 2), between(0.5, 3)]
  const [more, reach] = random() < 1 / 3 ? [between(0.2, 0.6), between(0.08, 0.25)] : [0, 1]
  return (w) => {
    const x = w / topRadPerS
    return rest * (1 + more * Math.exp(-x / reach) + rise * x ** power)
  }
}

/**
 * Torque on the blades over that at rest, by the share of the speed at which it vanishes: its fall partly with a power
 * of the speed, and in a third of them less at rest than the course from higher speeds on would have it.
 */
export function otherTorque(random: () => number): (share: number) => number {
  const between = (low: number, high: number) => low + (high - low) * random()
  const [bend, power] = [between(-0.25, 0.5), between(1.5, 4)]
  const [less, reach] = random() < 1 / 3 ? [between(0.03, 0.1), between(0.08, 0.25)] : [0, 1]
  const course = (x: number) => (1 - (1 - bend) * x - bend * x ** power) * (1 - less * Math.exp(-x / reach))
  return (x) => course(x) / course(0)
}
