import type { PartInSet } from '../../core/geometry'
import type { PartName } from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'
import type { Build } from '../../project/document'
import { download } from '../../ui'

const fileName = (stem: string, part: PartName | 'set', ending: string) => `${stem}-${part}.${ending}`

/** Writers come when a file is asked for. */
export async function save(
  stem: string,
  build: Build,
  part: PartName,
  mesh: PartMesh,
  ending: 'stl' | '3mf' | 'dxf' | 'svg',
): Promise<void> {
  const { toStl, to3mf, toDxf, toSvg } = await import('../../project/parts')
  const { profile } = mesh
  const content =
    ending === 'stl'
      ? toStl(mesh)
      : ending === '3mf'
        ? to3mf([mesh], build.name)
        : ending === 'dxf'
          ? toDxf(profile)
          : toSvg(profile)
  const type = { stl: 'model/stl', '3mf': 'model/3mf', dxf: 'image/vnd.dxf', svg: 'image/svg+xml' }[ending]
  download(fileName(stem, part, ending), content as BlobPart, type)
}

/** All parts of a set as one package, every copy named and laid beside the others. */
export async function saveSet(
  stem: string,
  build: Build,
  set: readonly PartInSet<PartName>[],
  meshes: ReadonlyMap<PartName, PartMesh>,
): Promise<void> {
  const { to3mf } = await import('../../project/parts')
  const all = set.flatMap(({ name, copies }) => {
    const mesh = meshes.get(name)
    return mesh ? Array.from({ length: copies }, () => mesh) : []
  })
  download(fileName(stem, 'set', '3mf'), to3mf(all, build.name) as BlobPart, 'model/3mf')
}
