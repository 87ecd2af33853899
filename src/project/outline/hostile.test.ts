/** @jest-environment node */
import { readOutline } from '.'

const pairs = (...values: (string | number)[]) => values.join('\n')
const section = (...entities: string[]) =>
  pairs('0', 'SECTION', '2', 'ENTITIES', ...entities, '0', 'ENDSEC', '0', 'EOF', '')
const vertex = (x: number, y: number) => pairs('0', 'VERTEX', '8', '0', '10', x, '20', y)
const polyline = pairs('0', 'POLYLINE', '8', '0', '66', '1', '70', '1', vertex(0, 0), vertex(10, 0), vertex(5, 8))
const whole = section(polyline, pairs('0', 'SEQEND'))
const said = (name: string, text: string) => {
  const outcome = readOutline(name, text)
  return outcome.ok ? 'read' : outcome.message
}

test('a polyline without its end is refused, where its reader would go round for ever', () => {
  expect(said('a.dxf', whole)).toBe('read')
  expect(said('a.dxf', section(polyline))).toMatch(/no SEQEND: the file is cut short/)
})

test('a drawing cut anywhere is refused in words or read, in no time', () => {
  const began = performance.now()
  for (let end = 0; end < whole.length; end++) {
    const message = said('a.dxf', whole.slice(0, end))
    if (message !== 'read') expect(message).toMatch(/^a\.dxf: /)
  }
  expect(performance.now() - began).toBeLessThan(5000)
})

test('two hundred thousand strokes are counted, not joined', () => {
  const began = performance.now()
  expect(said('a.svg', `<svg><path d="${'M0 0L1 1'.repeat(200_000)}"/></svg>`)).toMatch(/strokes/)
  expect(said('b.svg', `<svg>${'<line x1="0" x2="1"/>'.repeat(80_000)}</svg>`)).toMatch(/strokes/)
  expect(performance.now() - began).toBeLessThan(2000)
})
