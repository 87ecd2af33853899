interface Pair {
  readonly code: number
  readonly value: string
}

/** What draws a line in the plane, and the group codes that it is read by. All are numbers. */
const READ: Readonly<Record<string, readonly number[]>> = {
  LINE: [10, 20, 11, 21],
  LWPOLYLINE: [10, 20, 42, 70],
  POLYLINE: [70],
  VERTEX: [10, 20, 42],
  CIRCLE: [10, 20, 40],
  ARC: [10, 20, 40, 50, 51],
  ELLIPSE: [10, 20, 11, 21, 40, 41, 42],
  SPLINE: [70, 71, 72, 73, 74, 10, 20, 40],
}
const MOST_PAIRS = 200_000

/** The file as pairs of a group code and a value. @throws Error where a line is no group code. */
function pairsOf(text: string): Pair[] {
  const lines = text.split(/\r\n|\n|\r/)
  if (lines.length > 2 * MOST_PAIRS)
    throw new Error(`it has more than ${2 * MOST_PAIRS} lines; an outline has a few hundred`)
  const pairs: Pair[] = []
  for (let i = 0; i + 1 < lines.length; i += 2) {
    if (!/^\s*\d{1,4}\s*$/.test(lines[i]))
      throw new Error(`line ${i + 1} is “${lines[i].slice(0, 20)}” where a group code is expected`)
    pairs.push({ code: Number(lines[i]), value: lines[i + 1].trim() })
    if (pairs[pairs.length - 1].code === 0 && lines[i + 1].trim() === 'EOF') return pairs
  }
  throw new Error('it does not end with EOF: the file is cut short')
}

/**
 * Pairs of a section by its name, without its frame; none where there is no such section. @throws Error where it has no
 * end.
 */
function section(pairs: readonly Pair[], name: string): readonly Pair[] {
  const at = pairs.findIndex((p, i) => p.code === 2 && p.value === name && pairs[i - 1]?.value === 'SECTION')
  if (at < 0) return []
  const end = pairs.findIndex((p, i) => i > at && p.code === 0 && p.value === 'ENDSEC')
  if (end < 0) throw new Error(`its section ${name} has no ENDSEC: the file is cut short`)
  return pairs.slice(at + 1, end)
}

/** One entity after the other, each with its pairs. */
function entitiesOf(pairs: readonly Pair[]): { type: string; pairs: Pair[] }[] {
  const found: { type: string; pairs: Pair[] }[] = []
  for (const pair of pairs) {
    if (pair.code === 0) found.push({ type: pair.value, pairs: [] })
    else found.at(-1)?.pairs.push(pair)
  }
  return found
}

/** Entities that are rows of corners, or one of them. */
const CORNERED = new Set(['LWPOLYLINE', 'VERTEX'])

/** Corners in their order: each begins with its x and needs its y. */
function cornersOf(read: readonly Pair[]): { x: string; y: string; bulge: string | null }[] {
  const corners: { x: string; y: string | null; bulge: string | null }[] = []
  for (const { code, value } of read) {
    if (code === 10) corners.push({ x: value, y: null, bulge: null })
    const last = corners.at(-1)
    if (last && code === 20) last.y = value
    if (last && code === 42) last.bulge = value
  }
  return corners.flatMap(({ x, y, bulge }) => (y === null ? [] : [{ x, y, bulge }]))
}

/**
 * A DXF drawing with only what is read of it, and that whole: the parser goes round for ever where an end is missing, a
 * code is none, or a count is wrong.
 * `passed` counts entities that draw no line. @throws Error that says what is missing.
 */
export function soundDxf(text: string): { readonly text: string; readonly passed: number } {
  const pairs = pairsOf(text)
  const out: (string | number)[] = []
  const header = section(pairs, 'HEADER')
  const unit = header[header.findIndex((p) => p.code === 9 && p.value === '$INSUNITS') + 1]
  if (unit?.code === 70)
    out.push(0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, Math.trunc(Number(unit.value)) || 0, 0, 'ENDSEC')
  out.push(0, 'SECTION', 2, 'ENTITIES')
  let passed = 0
  let inPolyline = false
  for (const entity of entitiesOf(section(pairs, 'ENTITIES'))) {
    const { type } = entity
    if (inPolyline && type !== 'VERTEX' && type !== 'SEQEND')
      throw new Error('a polyline has no SEQEND: the file is cut short')
    if (type === 'SEQEND') {
      if (inPolyline) out.push(0, 'SEQEND')
      inPolyline = false
      continue
    }
    if (!Object.hasOwn(READ, type) || (type === 'VERTEX' && !inPolyline)) {
      passed++
      continue
    }
    const read = entity.pairs.filter((p) => READ[type].includes(p.code))
    const wrong = read.find(
      (p) => p.value === '' || !Number.isFinite(Number(p.value)) || Math.abs(Number(p.value)) > 1e9,
    )
    if (wrong) throw new Error(`a ${type} has “${wrong.value.slice(0, 20)}” where a number is expected`)
    if (type === 'POLYLINE') inPolyline = true
    const corners = cornersOf(read)
    if (type !== 'POLYLINE' && corners.length === 0) {
      passed++
      continue
    }
    // each value once, before the corners, each corner whole: the parser does not bear another order
    const own = new Map(
      read
        .filter((p) => !(type === 'SPLINE' ? [10, 20, 40] : CORNERED.has(type) ? [10, 20, 42] : []).includes(p.code))
        .map((p) => [p.code, p.value]),
    )
    out.push(0, type, 8, 0)
    if (type === 'LWPOLYLINE') out.push(90, corners.length)
    if (type === 'POLYLINE') out.push(66, 1)
    for (const [code, value] of own) if (code < 72 || code > 74) out.push(code, value)
    if (type === 'SPLINE') {
      const knots = read.filter((p) => p.code === 40)
      out.push(72, knots.length, 73, corners.length, 74, 0)
      for (const { value } of knots) out.push(40, value)
    }
    if (type === 'SPLINE' || CORNERED.has(type))
      for (const { x, y, bulge } of corners) out.push(10, x, 20, y, ...(bulge === null ? [] : [42, bulge]))
  }
  if (inPolyline) throw new Error('a polyline has no SEQEND: the file is cut short')
  return { text: [...out, 0, 'ENDSEC', 0, 'EOF', ''].join('\n'), passed }
}
