/** @jest-environment node */
import { Guard, LinkError, LiveRecorder, ownAddress, type BenchLink } from '.'
import { newBuild, type TableMapping } from '../project/document'
import { methodOf, type LiveFigure } from '../project/measuring'
import { guessMapping, parseTable } from '../project/recording'

const build = newBuild({ id: 'b', machineId: 'm', name: 'Spindle', createdAt: '2026-11-27T09:00:00.000Z' })
const rig = { ...methodOf('inertia').newRig('r'), sensorOn: 'rotor', countsPerTurn: 80 } as ReturnType<
  ReturnType<typeof methodOf>['newRig']
>
const HEADER =
  '{"device":"wheel","channels":[{"name":"angle","unit":"count","perTurn":80},{"name":"pressure","unit":"kPa"}]}\n'
/** A wheel at 100 turns a second. */
const lines = (from: number, to: number) =>
  Array.from({ length: to - from }, (_, k) => {
    const i = from + k
    return `${JSON.stringify({ t: i * 5000, angle: Math.floor(i * 0.005 * 8000), pressure: 350 })}\n`
  }).join('')

/** A link that gives each text in turn as one connection, and then nothing. */
function fake(connections: readonly (string | LinkError)[], hold = false): BenchLink & { opened: number } {
  const link = {
    name: 'fake',
    opened: 0,
    open: () => {
      const text = connections[link.opened++]
      if (text === undefined) return Promise.reject(new LinkError('gone', 'look', false))
      if (text instanceof LinkError) return Promise.reject(text)
      return Promise.resolve(
        new ReadableStream<Uint8Array>({
          start(controller) {
            // cut into odd pieces, as a driver would
            const all = new TextEncoder().encode(text)
            for (let at = 0; at < all.length; at += 777) controller.enqueue(all.subarray(at, at + 777))
            if (!hold) controller.close()
          },
        }),
      )
    },
  }
  return link
}

function recording(link: BenchLink, on = rig) {
  const kept: Uint8Array[] = []
  const mapped: TableMapping[] = []
  const sink = {
    append: (b: Uint8Array) => void kept.push(b),
    map: (m: TableMapping) => void mapped.push(m),
    problem: null,
  }
  let now = Date.parse('2026-11-27T09:00:00.000Z')
  const recorder = new LiveRecorder({ rig: on, build, roomPaAbs: 101_325, device: link, sink, now: () => (now += 10) })
  const text = () => new TextDecoder().decode(Buffer.concat(kept))
  return { recorder, text, mapped }
}
const until = async (done: () => boolean) => {
  for (let i = 0; i < 400 && !done(); i++) await new Promise((r) => setTimeout(r, 10))
  expect(done()).toBe(true)
}

test('every byte is kept as it came; figures are of the rig; the columns are known', async () => {
  const sent = HEADER + lines(0, 400)
  const { recorder, text, mapped } = recording(fake([sent], true))
  void recorder.start()
  await until(() => recorder.protocol.readings === 400)
  await recorder.stop()
  expect(text()).toBe(sent)
  expect(recorder.link.phase).toBe('stopped')
  const speed = recorder.figures.find((f) => f.id === 'speed')
  expect(speed!.value / (2 * Math.PI)).toBeCloseTo(100, 1)
  expect(recorder.figures.find((f) => f.id === 'pressure')!.value).toBe(350e3)
  expect(Math.abs(recorder.figures.find((f) => f.id === 'netTorque')!.value)).toBeLessThan(1e-3)
  expect(mapped.at(-1)?.columns.signal.header).toBe('angle [count]')
  expect(recorder.strips.map((s) => s.label)).toEqual(['speed', 'pressure'])
  expect(recorder.strips[1].trace.length).toBe(400)
})

test('a lost link is opened again; the recording tells of it, and reads as one', async () => {
  const { recorder, text } = recording(fake([HEADER + lines(0, 200).slice(0, -20), HEADER + lines(400, 600)], false))
  void recorder.start()
  await until(() => recorder.protocol.readings >= 399)
  await until(() => recorder.link.phase === 'lost')
  await recorder.stop()
  expect(text()).toMatch(/\n\{"bench":"lost","at":"2026-/)
  expect(text()).toMatch(/\n\{"bench":"connected","at":"2026-/)
  const parsed = parseTable(new TextEncoder().encode(text()))
  if (!parsed.ok) throw new Error(parsed.message)
  expect(parsed.table.device!.breaks.map((b) => b.cause)).toEqual(['reconnect'])
  // half a line before the plug came loose is one bad line, and no more is lost
  expect(parsed.table.badRows.count).toBe(1)
  expect(parsed.table.rows).toBe(399)
})

test('what no trying helps against ends at once, with what to do', async () => {
  const { recorder } = recording(fake([new LinkError('no such port', 'look at the plug', true)]))
  await recorder.start()
  expect(recorder.link).toEqual({ phase: 'failed', why: 'no such port', next: 'look at the plug' })
})

test('what a try may help against is tried again', async () => {
  const link = fake([new LinkError('busy', 'wait'), HEADER + lines(0, 50)], true)
  const { recorder } = recording(link)
  void recorder.start()
  await until(() => recorder.protocol.readings === 50)
  await recorder.stop()
  expect(link.opened).toBe(2)
})

test('a unit that says absolute is as good as a name that does', async () => {
  const header = HEADER.replace('"kPa"', '"kPa abs"')
  expect(header).not.toBe(HEADER)
  const { recorder } = recording(fake([header + lines(0, 200).replaceAll(':350', ':451.325')], true))
  void recorder.start()
  await until(() => recorder.protocol.readings === 200)
  await recorder.stop()
  expect(recorder.figures.find((f) => f.id === 'pressure')!.value).toBeCloseTo(350e3, 3)
  expect(recorder.strips.find((s) => s.label === 'pressure')!.gauge!.less).toBe(101_325)
})

test('a pressure that is sent absolute is shown as gauge', async () => {
  const header = HEADER.replace('"pressure"', '"pressure abs"')
  const sent = header + lines(0, 200).replaceAll('"pressure"', '"pressure abs"').replaceAll(':350', ':451.325')
  const { recorder } = recording(fake([sent], true))
  void recorder.start()
  await until(() => recorder.protocol.readings === 200)
  await recorder.stop()
  expect(recorder.figures.find((f) => f.id === 'pressure')!.value).toBeCloseTo(350e3, 3)
  // a limit is drawn where the device's own numbers have it: 400 kPa gauge are 501.325 absolute
  const { si, less } = recorder.strips.find((s) => s.label === 'pressure abs')!.gauge!
  expect((400e3 + less) / si).toBeCloseTo(501.325, 9)
  expect(recorder.strips.find((s) => s.figure === 'speed')!.gauge).toBeNull()
})

describe('when to stop', () => {
  const speed = (value: number): LiveFigure[] => [{ id: 'speed', kind: 'rotation', value, standardUncertainty: 1 }]
  const spun = (guard: Guard, to: number) => {
    for (let i = 0; i <= 20; i++) guard.look(speed((to * i) / 20), i * 0.1, 0)
    return guard
  }
  test('over the limit, and it stays said when the speed has fallen', () => {
    const guard = spun(new Guard({ speedRadPerS: 1000, gaugePressurePa: null }), 990)
    expect(guard.why).toBeNull()
    expect(guard.look(speed(1010), 2.1, 0)).toMatchObject({ code: 'speed', limitRadPerS: 1000 })
    // what is told is how fast it came, not how fast it falls
    expect(guard.look(speed(1200), 2.2, 0)).toMatchObject({ speedRadPerS: 1200 })
    expect(guard.look(speed(1050), 2.3, 0)).toMatchObject({ speedRadPerS: 1200 })
    expect(guard.look(speed(400), 5, 0)?.code).toBe('speed')
    guard.takeBack()
    expect(guard.look(speed(390), 5.1, 0)).toBeNull()
  })
  test('silence while it turns, not at rest and not for a moment', () => {
    const guard = spun(new Guard({ speedRadPerS: null, gaugePressurePa: null }), 800)
    expect(guard.look(speed(800), 2, 1)).toBeNull()
    expect(guard.look(speed(800), 2, 1.6)).toMatchObject({ code: 'silent', lastRadPerS: 800 })
    const still = spun(new Guard({ speedRadPerS: 1000, gaugePressurePa: null }), 20)
    expect(still.look(speed(20), 2, 60)).toBeNull()
  })
  test('more pressure than was meant, with nothing that turns: it stays said, and a speed is the greater trouble', () => {
    const gauge = (id: 'pressure' | 'outlet' | 'source', value: number): LiveFigure => ({
      id,
      kind: 'gaugePressure',
      value,
      standardUncertainty: 1,
    })
    const guard = new Guard({ speedRadPerS: 1000, gaugePressurePa: 400e3 })
    expect(guard.look([gauge('source', 800e3), gauge('outlet', 400e3)], 1, 0)).toBeNull()
    expect(guard.look([gauge('outlet', 401e3), gauge('source', 800e3)], 2, 60)).toEqual({
      code: 'pressure',
      gaugePa: 401e3,
      limitPa: 400e3,
    })
    expect(guard.look([gauge('pressure', 430e3)], 3, 0)).toMatchObject({ gaugePa: 430e3 })
    expect(guard.look([gauge('pressure', 300e3)], 4, 0)).toMatchObject({ gaugePa: 430e3 })
    expect(guard.look([...speed(1100), gauge('pressure', 500e3)], 5, 0)).toMatchObject({ code: 'speed' })
    expect(guard.look([...speed(900), gauge('pressure', 500e3)], 6, 0)).toMatchObject({ code: 'speed' })
    guard.takeBack()
    expect(guard.look([gauge('pressure', 399e3)], 7, 0)).toBeNull()
    const free = new Guard({ speedRadPerS: null, gaugePressurePa: null })
    expect(free.look([gauge('pressure', 900e3)], 1, 0)).toBeNull()
  })
  test('a speed that is gone from one figure to the next; coasting is none of that', () => {
    const guard = spun(new Guard({ speedRadPerS: null, gaugePressurePa: null }), 800)
    for (let i = 0; i < 50; i++) expect(guard.look(speed(800 - 15 * i), 2 + 0.1 * (i + 1), 0)).toBeNull()
    const gone = spun(new Guard({ speedRadPerS: null, gaugePressurePa: null }), 800)
    expect(gone.look(speed(0), 2.1, 0)).toMatchObject({ code: 'vanished', lastRadPerS: 800 })
  })
})

test('only this machine is asked', () => {
  for (const own of ['http://localhost:8080/x', 'http://127.0.0.1:5000/']) expect(ownAddress(own)).toBe(true)
  for (const other of ['http://192.168.1.4/', 'https://localhost/', 'http://localhost.example/', 'file:///etc', 'x'])
    expect(ownAddress(other)).toBe(false)
})

describe('what a maker sets by hand while a device records', () => {
  const droop = methodOf('droop').newRig('d')
  const [hole] = methodOf('droop').roles(droop)
  const GAUGE = '{"device":"gauge","channels":[{"name":"outlet","unit":"kPa"}],"clock":"ms"}\n'
  const pressures = (from: number, to: number, kPa: number) =>
    Array.from({ length: to - from }, (_, k) => `{"t":${50 * (from + k)},"outlet":${kPa}}\n`).join('')

  /** A link that is fed by hand. */
  function fed() {
    let controller: ReadableStreamDefaultController<Uint8Array>
    const stream = new ReadableStream<Uint8Array>({ start: (c) => void (controller = c) })
    const link: BenchLink = { name: 'fed', open: () => Promise.resolve(stream) }
    return { link, send: (text: string) => controller.enqueue(new TextEncoder().encode(text)) }
  }

  test('the hole of a plate: asked for where the device does not tell it, written where a line ends, read back', async () => {
    const { link, send } = fed()
    const { recorder, text, mapped } = recording(link, droop)
    void recorder.start()
    expect(recorder.byHand).toEqual([])
    send(GAUGE)
    await until(() => recorder.header !== null)
    expect(recorder.byHand.map((r) => r.id)).toEqual(['hole'])
    recorder.place(hole, 0)
    send(pressures(0, 100, 350) + '{"t":5000,"out')
    await until(() => recorder.protocol.readings === 100)
    // in the middle of a line of the device's
    recorder.place(hole, null)
    expect(text().endsWith('"out')).toBe(true)
    send(`let":349}\n${pressures(101, 150, 349)}`)
    await until(() => recorder.protocol.readings === 150)
    recorder.place(hole, 1.2e-3)
    send(pressures(150, 250, 341))
    await until(() => recorder.protocol.readings === 250)
    expect(recorder.inPlace.get('hole')).toBe(1.2e-3)
    expect(recorder.figures.find((f) => f.id === 'outlet')?.value).toBe(341e3)
    await recorder.stop()
    expect(recorder.protocol.badLines).toBe(0)
    expect(
      text()
        .match(/.*"bench":"set".*/g)
        ?.map((line) => (JSON.parse(line) as { value: unknown }).value),
    ).toEqual([0, null, 1.2])
    expect(mapped.at(-1)?.columns.hole).toEqual({ header: 'hole [mm]', unit: 'mm' })
    const parsed = parseTable(new TextEncoder().encode(text()))
    const column = parsed.ok ? parsed.table.columns.find((c) => c.name === 'hole') : undefined
    // the reading that was half sent while it was taken out counts as before: its line had begun
    expect(column?.values).toHaveLength(201)
    expect(new Set(column?.values)).toEqual(new Set([0, 1.2e-3]))
  })

  test('nothing is asked for that the device sends, nor of a rig whose device tells all', async () => {
    const all = fed()
    const { recorder } = recording(all.link, droop)
    void recorder.start()
    all.send('{"device":"gauge","channels":[{"name":"outlet","unit":"kPa"},{"name":"hole","unit":"mm"}]}\n')
    await until(() => recorder.header !== null)
    expect(recorder.byHand).toEqual([])
    await recorder.stop()
    const bare = fed()
    const unnamed = recording(bare.link, droop)
    void unnamed.recorder.start()
    bare.send('{"device":"gauge","channels":[{"name":"outlet","unit":"kPa"},{"name":"hole","unit":""}]}\n')
    await until(() => unnamed.recorder.header !== null)
    expect(unnamed.recorder.byHand).toEqual([])
    expect(unnamed.recorder.mapping?.columns.hole?.header).toBe('hole')
    await unnamed.recorder.stop()
    const wheel = fed()
    const turning = recording(wheel.link)
    void turning.recorder.start()
    wheel.send(HEADER)
    await until(() => turning.recorder.header !== null)
    expect(turning.recorder.byHand).toEqual([])
    await turning.recorder.stop()
  })

  test.each(['balance', 'load', 'weight'])(
    'one cell at a rope, called %s: the weight that was hung on makes the torque of the moment',
    async (cell) => {
      const on = methodOf('rope').newRig('r')
      const { link, send } = fed()
      const { recorder, text } = recording(link, on)
      void recorder.start()
      send(
        '{"device":"cell","channels":[{"name":"CELL","unit":"N"},{"name":"speed","unit":"rpm"}],"clock":"ms"}\n'.replace(
          'CELL',
          cell,
        ),
      )
      await until(() => recorder.header !== null)
      const [weight] = recorder.byHand
      const rows = (from: number) =>
        Array.from({ length: 40 }, (_, k) => `{"t":${50 * (from + k)},"${cell}":0.5,"speed":6000}\n`).join('')
      send(rows(0))
      await until(() => recorder.protocol.readings === 40)
      expect(recorder.figures.map((f) => f.id)).not.toContain('torque')
      recorder.place(weight, 1.5)
      send(rows(40))
      await until(() => recorder.protocol.readings === 80)
      // (1.5 − 0.5) N at 21 mm
      expect(recorder.figures.find((f) => f.id === 'torque')?.value).toBeCloseTo(0.021, 6)
      recorder.place(weight, null)
      send(rows(80))
      await until(() => recorder.protocol.readings === 120)
      expect(recorder.figures.map((f) => f.id)).not.toContain('torque')
      await recorder.stop()
      const parsed = parseTable(new TextEncoder().encode(text()))
      if (!parsed.ok) throw new Error(parsed.message)
      const headers = Object.values(recorder.mapping?.columns ?? {}).map((c) => c.header)
      expect(parsed.table.columns.map((c) => c.header)).toEqual(expect.arrayContaining(headers))
      expect(new Set(headers).size).toBe(3)
      if (cell === 'weight') return
      // and so it is found again in its file, whatever comes first in it
      const { columns } = guessMapping(parsed.table.columns, methodOf('rope').roles(on))
      expect([columns.weight.header, columns.scale.header]).toEqual(['weight [N]', `${cell} [N]`])
    },
  )
})
