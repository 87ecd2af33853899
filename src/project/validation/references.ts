/** The ids by which the parts of a project speak of one another. */
export interface References {
  readonly machines: readonly { readonly id: string }[]
  readonly builds: readonly {
    readonly id: string
    readonly machineId: string
    readonly parentId: string | null
    readonly machine: object & { readonly nozzle?: { readonly gaugeId: string | null } }
  }[]
  readonly rigs: readonly { readonly id: string }[]
  readonly runs: readonly {
    readonly buildId: string
    readonly measurements: readonly { readonly rigId: string; readonly recordingId: string | null }[]
    readonly planned: { readonly planId: string } | null
    readonly marks: readonly { readonly photoId: string | null }[]
  }[]
  readonly plans: readonly { readonly id: string; readonly buildId: string; readonly rigId: string }[]
  readonly handReadings: readonly { readonly id: string; readonly buildId: string }[]
  readonly recordings: readonly { readonly id: string }[]
  readonly holeGauges: readonly { readonly id: string }[]
}

export interface Dangling {
  readonly path: readonly [
    list: 'builds' | 'runs' | 'plans' | 'handReadings',
    index: number,
    ...field: (string | number)[],
  ]
  readonly message: string
}

/** Builds that come from themselves, by going up each line once: linear in their number. */
function rings(builds: References['builds']): Set<string> {
  const parentOf = new Map(builds.map((b) => [b.id, b.parentId]))
  const settled = new Set<string>()
  const inRing = new Set<string>()
  for (const { id } of builds) {
    const way: string[] = []
    const onWay = new Set<string>()
    let at: string | null = id
    while (at !== null && !settled.has(at) && !onWay.has(at)) {
      way.push(at)
      onWay.add(at)
      at = parentOf.get(at) ?? null
    }
    if (at !== null && onWay.has(at)) for (const member of way.slice(way.indexOf(at))) inRing.add(member)
    for (const passed of way) settled.add(passed)
  }
  return inRing
}

/** References to what is not in the project, and builds that come from themselves. */
export function danglingReferences(p: References): Dangling[] {
  const ids = (items: readonly { readonly id: string }[]) => new Set(items.map((x) => x.id))
  const [machines, builds, rigs, recordings, gauges] = [p.machines, p.builds, p.rigs, p.recordings, p.holeGauges].map(
    ids,
  )
  const missing = (what: string, id: string) => `${what} ${id} is not in this project`
  const plans = ids(p.plans)
  const ring = rings(p.builds)
  return [
    ...p.builds.flatMap((b, i): Dangling[] => [
      ...(machines.has(b.machineId)
        ? []
        : [{ path: ['builds', i, 'machineId'] as const, message: missing('machine', b.machineId) }]),
      ...(!b.machine.nozzle?.gaugeId || gauges.has(b.machine.nozzle.gaugeId)
        ? []
        : [
            {
              path: ['builds', i, 'machine', 'nozzle', 'gaugeId'] as const,
              message: missing('hole gauge', b.machine.nozzle.gaugeId),
            },
          ]),
      ...(b.parentId === null || builds.has(b.parentId)
        ? []
        : [{ path: ['builds', i, 'parentId'] as const, message: missing('parent', b.parentId) }]),
      ...(ring.has(b.id)
        ? [{ path: ['builds', i, 'parentId'] as const, message: 'a build cannot come from itself' }]
        : []),
    ]),
    ...p.runs.flatMap((r, i): Dangling[] => [
      ...(builds.has(r.buildId)
        ? []
        : [{ path: ['runs', i, 'buildId'] as const, message: missing('build', r.buildId) }]),
      ...(!r.planned || plans.has(r.planned.planId)
        ? []
        : [{ path: ['runs', i, 'planned', 'planId'] as const, message: missing('plan', r.planned.planId) }]),
      ...r.marks.flatMap((m, j): Dangling[] =>
        m.photoId === null || recordings.has(m.photoId)
          ? []
          : [{ path: ['runs', i, 'marks', j, 'photoId'] as const, message: missing('photo', m.photoId) }],
      ),
      ...r.measurements.flatMap((m, j): Dangling[] => [
        ...(rigs.has(m.rigId)
          ? []
          : [{ path: ['runs', i, 'measurements', j, 'rigId'] as const, message: missing('rig', m.rigId) }]),
        ...(m.recordingId === null || recordings.has(m.recordingId)
          ? []
          : [
              {
                path: ['runs', i, 'measurements', j, 'recordingId'] as const,
                message: missing('recording', m.recordingId),
              },
            ]),
      ]),
    ]),
    ...p.handReadings.flatMap((h, i): Dangling[] =>
      builds.has(h.buildId)
        ? []
        : [{ path: ['handReadings', i, 'buildId'] as const, message: missing('build', h.buildId) }],
    ),
    ...p.plans.flatMap((plan, i): Dangling[] => [
      ...(builds.has(plan.buildId)
        ? []
        : [{ path: ['plans', i, 'buildId'] as const, message: missing('build', plan.buildId) }]),
      ...(rigs.has(plan.rigId) ? [] : [{ path: ['plans', i, 'rigId'] as const, message: missing('rig', plan.rigId) }]),
    ]),
  ]
}
