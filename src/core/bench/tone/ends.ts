import { mean } from '../../statistics'

/** What a speed does where nobody heard it, over what its line says: an estimate. */
const BEYOND = 0.25
/** It goes on by that line for so many half frames; after that it may be anything up to it, or to this share more. */
const [GOES_ON, UNHEARD] = [6, 0.3] as const
/**
 * A frame that lies off its neighbours' line by more than so many times the scatter of one and by more than this share
 * is not heard well: in a room with an echo a tone that moves is heard twice at once, and lies off by half a per cent.
 */
const [AGREES, WELL] = [4, 0.01] as const
/** Of frames that scatter the greatest is the one that surely is, by so many times what it lies off. */
const SURELY = 2
/** Neighbouring frames share three quarters of their samples: a line through them is off by more than they are. */
const ALIKE = 1.5

/**
 * Speed at a time by a line through the frame nearest to it and three frames to either side, and how far these lie off
 * that line; NaN where too few are heard.
 */
function lineAt(speeds: readonly number[], timeS: readonly number[], f: number, atS: number) {
  const rows = speeds
    .slice(Math.max(0, f - 3), f + 4)
    .map((w, k) => [timeS[Math.max(0, f - 3) + k] - atS, w] as const)
    .filter(([, w]) => Number.isFinite(w))
  if (rows.length < 4) return { value: NaN, off: NaN }
  const [t, w] = [mean(rows.map((r) => r[0])), mean(rows.map((r) => r[1]))]
  const spread = rows.reduce((s, r) => s + (r[0] - t) ** 2, 0)
  const slope = rows.reduce((s, r) => s + (r[0] - t) * (r[1] - w), 0) / spread
  const square = rows.reduce((s, r) => s + (r[1] - w - slope * (r[0] - t)) ** 2, 0)
  return { value: w - slope * t, off: Math.sqrt(square / (rows.length - 2)) }
}

/**
 * Greatest and last of speeds that move, by the frames that agree with their neighbours. Where the greatest is heard in
 * the first or the last of them it moves on to the edge of the recording: half a frame beyond that one's middle, and as
 * far as it is not heard well there (`unheardS`).
 */
export function endsOf(speeds: readonly number[], timeS: readonly number[], halfS: number, oneU: number) {
  const lines = timeS.map((t, f) => ({ f, ...lineAt(speeds, timeS, f, t) }))
  const known = lines.filter((l) => Number.isFinite(l.value))
  const agreeing = known.filter((l) => l.off <= Math.max(AGREES * oneU, WELL * l.value))
  const heard = agreeing.length > 0 ? agreeing : known
  const last = heard.at(-1)
  if (!last) return null
  const unsure = ({ off }: { off: number }) => (off > AGREES * oneU ? ALIKE * off : Math.max(oneU, off))
  const surely = (l: (typeof heard)[number]) => l.value - (l.off > AGREES * oneU ? SURELY * l.off : 0)
  const best = heard.reduce((most, l) => (surely(l) > surely(most) ? l : most))
  const edgeS = best === heard[0] ? timeS[0] - halfS : best === last ? timeS[timeS.length - 1] + halfS : timeS[best.f]
  const further = Math.max(0, lineAt(speeds, timeS, best.f, edgeS).value - best.value)
  const unheardS = Math.max(0, Math.abs(edgeS - timeS[best.f]) - halfS)
  // for longer than that nothing says that it went on like this
  const goesOn = unheardS < GOES_ON * halfS
  const beyond = goesOn ? further : 0
  return {
    greatest: {
      value: best.value + beyond,
      u: Math.hypot(unsure(best), goesOn ? BEYOND * beyond : Math.min(further, UNHEARD * best.value)),
    },
    last: { value: last.value, u: unsure(last) },
    unheardS: further > 0 ? unheardS : 0,
  }
}
