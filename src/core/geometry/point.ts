/** A point of a flat outline, m. x along the radius or axis, y along the direction of travel. */
export type Point = readonly [number, number]
