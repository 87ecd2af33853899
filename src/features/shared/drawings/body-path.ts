import type { ThrustBody } from '../../../project/document'

/** Outline of a slender body with its fins seen from the side, mm, nose at x = 0. */
export function bodyPath({ lengthM, diameterM, noseLengthM, noseKind, fins }: ThrustBody): string {
  const [l, r, n] = [lengthM * 1000, diameterM * 500, Math.min(noseLengthM, lengthM) * 1000]
  const nose =
    noseKind === 'cone'
      ? `M${n} ${-r}L0 0L${n} ${r}`
      : noseKind === 'ogive'
        ? `M${n} ${-r}Q${n * 0.3} ${-r} 0 0Q${n * 0.3} ${r} ${n} ${r}`
        : `M${n} ${-r}A${n} ${r} 0 0 0 ${n} ${r}`
  const body = `${nose}L${l} ${r}L${l} ${-r}Z`
  if (!fins) return body
  const [x, c, t, s, w] = [fins.rootAtM, fins.rootChordM, fins.tipChordM, fins.spanM, fins.sweepM].map((m) => m * 1000)
  const fin = (side: number) =>
    `M${x} ${side * r}L${x + w} ${side * (r + s)}L${x + w + t} ${side * (r + s)}L${x + c} ${side * r}Z`
  return body + fin(1) + fin(-1)
}
