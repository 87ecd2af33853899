import { fileForContentTypes, FileForRelThumbnail, to3dmodel } from '@jscadui/3mf-export'
import { Colors, DxfWriter, LWPolylineFlags, Units, point2d, point3d } from '@tarikjabiri/dxf'
import { strToU8, zipSync } from 'fflate'
import { lifted, type FlatProfile, type Pose } from '../../core/geometry'
import type { PartMesh } from '../../core/machines/build-part'

/** Binary STL, millimetres, normals from the triangles. The part's name stands in the header. */
export function toStl(mesh: PartMesh): Uint8Array {
  const count = mesh.triangles.length / 3
  const bytes = new Uint8Array(84 + 50 * count)
  bytes.set(strToU8(`grey kettle ${mesh.name} mm`).subarray(0, 80))
  const view = new DataView(bytes.buffer)
  view.setUint32(80, count, true)
  const p = (v: number, k: number) => mesh.vertices[3 * v + k]
  for (let t = 0; t < count; t++) {
    const [a, b, c] = [mesh.triangles[3 * t], mesh.triangles[3 * t + 1], mesh.triangles[3 * t + 2]]
    const u = [0, 1, 2].map((k) => p(b, k) - p(a, k))
    const v = [0, 1, 2].map((k) => p(c, k) - p(a, k))
    const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
    const length = Math.hypot(...n) || 1
    const at = 84 + 50 * t
    n.forEach((x, k) => view.setFloat32(at + 4 * k, x / length, true))
    ;[a, b, c].forEach((vertex, i) =>
      [0, 1, 2].forEach((k) => view.setFloat32(at + 12 + 12 * i + 4 * k, p(vertex, k), true)),
    )
  }
  return bytes
}

/** A body of a 3MF package: its triangles, once. */
export interface Body3mf {
  readonly name: string
  readonly vertices: Float32Array
  readonly triangles: Uint32Array
}
/** Where a body stands, by its name: once for each copy. */
export interface Item3mf {
  readonly name: string
  readonly pose: Pose
}

const ENTITIES: Readonly<Record<string, string>> = { '&': 'amp', '<': 'lt', '>': 'gt', '"': 'quot', "'": 'apos' }
/** The writer puts names into the file as they are. */
const asXml = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => `&${ENTITIES[c]};`).replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')

/**
 * 3MF package, millimetres: every body once under its name, its copies as items with their transforms; as `oneObject`,
 * the items are the components of a single object named by the title, so that they keep their places.
 * Source: 3MF Core Specification 1.3.
 */
export function to3mf(
  bodies: readonly Body3mf[],
  items: readonly Item3mf[],
  title: string,
  oneObject = false,
): Uint8Array {
  const idOf = new Map(bodies.map(({ name }, i) => [name, String(i + 1)]))
  const children = items.map(({ name, pose }) => ({ objectID: idOf.get(name) ?? '1', transform: [...pose] }))
  const whole = String(bodies.length + 1)
  // The writer adds a vendor's own namespace and metadata; a plain core-specification file has neither.
  const model = to3dmodel({
    meshes: bodies.map(({ name, vertices, triangles }) => ({
      id: idOf.get(name) ?? '1',
      vertices,
      indices: triangles,
      name: asXml(name),
    })),
    components: oneObject ? [{ id: whole, name: asXml(title), children }] : [],
    items: oneObject ? [{ objectID: whole, transform: [...lifted(0)] }] : children,
    precision: 7,
    header: { unit: 'millimeter', title: asXml(title), application: 'Grey Kettle' },
  })
    .replace(/ xmlns:\w+="[^"]*"/g, '')
    .replace(/\s*<metadata name="\w+:[^\n]*<\/metadata>/g, '')
  const relations = new FileForRelThumbnail()
  relations.add3dModel('3D/3dmodel.model')
  return zipSync(
    {
      '3D/3dmodel.model': strToU8(model),
      [fileForContentTypes.name]: strToU8(fileForContentTypes.content),
      [relations.name]: strToU8(relations.content),
    },
    { mtime: new Date(2000, 0, 1, 12) },
  )
}

/** One part as a 3MF package, standing on z = 0. */
export const partTo3mf = (mesh: PartMesh, title: string): Uint8Array =>
  to3mf([mesh], [{ name: mesh.name, pose: lifted(-mesh.boundingBoxMm.min[2]) }], title)

/** DXF drawing in millimetres: outlines as closed polylines, circles as circles. */
export function toDxf(profile: FlatProfile): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  dxf.addLayer('profile', Colors.White, 'Continuous')
  dxf.setCurrentLayerName('profile')
  for (const outline of profile.outlines)
    dxf.addLWPolyline(
      outline.map(([x, y]) => ({ point: point2d(x, y) })),
      { flags: LWPolylineFlags.Closed },
    )
  for (const { centre, radius } of profile.circles) dxf.addCircle(point3d(centre[0], centre[1]), radius)
  return dxf.stringify()
}

/** SVG drawing in millimetres, y up as in the DXF. */
export function toSvg(profile: FlatProfile): string {
  const xs = [
    ...profile.outlines.flat().map(([x]) => x),
    ...profile.circles.flatMap((c) => [c.centre[0] - c.radius, c.centre[0] + c.radius]),
  ]
  const ys = [
    ...profile.outlines.flat().map(([, y]) => y),
    ...profile.circles.flatMap((c) => [c.centre[1] - c.radius, c.centre[1] + c.radius]),
  ]
  const [x0, y0] = [Math.min(...xs) - 1, Math.min(...ys) - 1]
  const [w, h] = [Math.max(...xs) + 1 - x0, Math.max(...ys) + 1 - y0]
  const n = (v: number) => Number(v.toFixed(4))
  const paths = profile.outlines.map((o) => `<path d="M${o.map(([x, y]) => `${n(x)} ${n(-y)}`).join('L')}Z"/>`)
  const circles = profile.circles.map(
    (c) => `<circle cx="${n(c.centre[0])}" cy="${n(-c.centre[1])}" r="${n(c.radius)}"/>`,
  )
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="${n(x0)} ${n(-y0 - h)} ${n(w)} ${n(h)}"><g fill="none" stroke="black" stroke-width="0.1">${[...paths, ...circles].join('')}</g></svg>\n`
}
