/** Which sample of a turn stands nearest at or before an angle, and how far on to the next. */
function place(angles: Float64Array, rad: number): readonly [index: number, share: number] {
  let [low, high] = [0, angles.length - 1]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (angles[middle] <= rad) low = middle
    else high = middle
  }
  return [low, (rad - angles[low]) / Math.max(1e-12, angles[high] - angles[low])]
}

/** A quantity of a turn at an angle, degrees, straight between its samples. */
export function atAngle(angles: Float64Array, values: Float64Array, deg: number): number {
  const whole = angles[angles.length - 1]
  const rad = ((((deg * Math.PI) / 180) % whole) + whole) % whole
  const [i, share] = place(angles, rad)
  return values[i] + Math.min(1, Math.max(0, share)) * (values[i + 1] - values[i])
}
