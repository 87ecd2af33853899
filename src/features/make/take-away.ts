import { isBought } from '../../core/geometry'
import { assemblyOf, type PartName, type PartsInput } from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'
import type { PrintPlan } from '../../core/printing'
import type { Build } from '../../project/document'
import { download } from '../../ui'
import { boughtMesh } from './bought-mesh'

/** What a regulator’s parts are called says already what they are of. */
const fileName = (stem: string, part: string, ending: string) =>
  `${stem}-${stem.endsWith('-regulator') ? part.replace(/^regulator-/, '') : part}.${ending}`

/** Writers come when a file is asked for. */
export async function save(
  stem: string,
  build: Build,
  part: PartName,
  mesh: PartMesh,
  ending: 'stl' | '3mf' | 'dxf' | 'svg',
): Promise<void> {
  const { toStl, partTo3mf, toDxf, toSvg } = await import('../../project/parts')
  const { profile } = mesh
  const content =
    ending === 'stl'
      ? toStl(mesh)
      : ending === '3mf'
        ? partTo3mf(mesh, build.name)
        : ending === 'dxf'
          ? toDxf(profile)
          : toSvg(profile)
  const type = { stl: 'model/stl', '3mf': 'model/3mf', dxf: 'image/vnd.dxf', svg: 'image/svg+xml' }[ending]
  download(fileName(stem, part, ending), content as BlobPart, type)
}

/** One print plate as a package: every part once, its copies where they lie on the bed. */
export async function savePlate(
  stem: string,
  build: Build,
  meshes: ReadonlyMap<PartName, PartMesh>,
  plates: PrintPlan<PartName>['plates'],
  number: number,
): Promise<void> {
  const { to3mf } = await import('../../project/parts')
  const { on } = plates[number]
  const used = [...meshes.values()].filter((m) => on.some((o) => o.name === m.name))
  const title = `${build.name}, plate ${number + 1} of ${plates.length}`
  download(fileName(stem, `plate-${number + 1}`, '3mf'), to3mf(used, on, title) as BlobPart, 'model/3mf')
}

/** The machine put together as one object of named bodies, what is bought among them. */
export async function saveAssembly(
  stem: string,
  build: Build,
  input: PartsInput,
  meshes: ReadonlyMap<PartName, PartMesh>,
): Promise<void> {
  const { to3mf } = await import('../../project/parts')
  const { placed } = assemblyOf(input)
  const bought = new Map(
    placed.flatMap(({ body }) => (isBought(body) ? [[`${body.code} ${body.size}`, boughtMesh(body)] as const] : [])),
  )
  const bodies = [...meshes.values(), ...[...bought].map(([name, mesh]) => ({ name, ...mesh }))]
  const items = placed.map(({ body, pose }) => ({ name: isBought(body) ? `${body.code} ${body.size}` : body, pose }))
  const used = bodies.filter((b) => items.some((i) => i.name === b.name))
  download(fileName(stem, 'assembly', '3mf'), to3mf(used, items, build.name, true) as BlobPart, 'model/3mf')
}
