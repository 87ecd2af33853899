import { unzipSync, strFromU8 } from 'fflate'
import type { PartMesh } from '../../core/machines/build-part'
import { to3mf, toDxf, toStl, toSvg } from './formats'

/** A tetrahedron of 1 mm legs. */
const mesh: PartMesh = {
  name: 'rotor',
  vertices: Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1]),
  triangles: Uint32Array.from([0, 2, 1, 0, 1, 3, 1, 2, 3, 0, 3, 2]),
  volumeMm3: 1 / 6,
  boundingBoxMm: { min: [0, 0, 0], max: [1, 1, 1] },
  watertight: true,
  pieces: 1,
  profile: { outlines: [], circles: [] },
}

test('binary STL: count, outward normals, corners', () => {
  const bytes = toStl(mesh)
  const view = new DataView(bytes.buffer)
  expect(bytes).toHaveLength(84 + 4 * 50)
  expect(view.getUint32(80, true)).toBe(4)
  expect([0, 4, 8].map((k) => view.getFloat32(84 + k, true))).toEqual([0, 0, -1])
  expect(view.getFloat32(84 + 12 + 12 + 4, true)).toBe(1)
})

test('3MF: the three files of the core specification, millimetres, a named object, no vendor’s namespace', () => {
  const files = unzipSync(to3mf([mesh], 'First print'))
  expect(Object.keys(files).sort()).toEqual(['3D/3dmodel.model', '[Content_Types].xml', '_rels/.rels'])
  const model = strFromU8(files['3D/3dmodel.model'])
  expect(model).toContain('unit="millimeter"')
  expect(model).toMatch(/<object[^>]*name="rotor"/)
  expect((model.match(/<vertex /g) ?? []).length).toBe(4)
  expect((model.match(/<triangle /g) ?? []).length).toBe(4)
  expect(model).not.toMatch(/xmlns:/)
})

test('3MF: parts side by side along the bed, 5 mm apart, each standing on it', () => {
  const sunk: PartMesh = {
    ...mesh,
    name: 'wheel',
    vertices: mesh.vertices.map((v, i) => (i % 3 === 2 ? v - 3 : i % 3 === 0 ? v - 7 : v)),
    boundingBoxMm: { min: [-7, 0, -3], max: [-6, 1, -2] },
  }
  const model = strFromU8(unzipSync(to3mf([mesh, sunk, mesh], 'Three'))['3D/3dmodel.model'])
  const placed = [...model.matchAll(/transform="([^"]*)"/g)].map((m) => m[1].split(' ').map(Number))
  expect(placed.map((t) => t.slice(0, 9))).toEqual(Array.from({ length: 3 }, () => [1, 0, 0, 0, 1, 0, 0, 0, 1]))
  // x: 0, then behind 1 mm of part and 5 mm of room; what lay below the bed is lifted onto it
  expect(placed.map((t) => t.slice(9))).toEqual([
    [0, 0, 0],
    [13, 0, 3],
    [12, 0, 0],
  ])
})

test('DXF and SVG carry the outline in millimetres', () => {
  const profile = {
    outlines: [
      [
        [0, 0],
        [10, 0],
        [10, 5],
      ] as const,
    ],
    circles: [{ centre: [3, 2] as const, radius: 1.5 }],
  }
  const dxf = toDxf(profile)
  expect(dxf).toContain('LWPOLYLINE')
  expect(dxf).toContain('CIRCLE')
  expect(dxf).toMatch(/\$INSUNITS\s+70\s+4/)
  const svg = toSvg(profile)
  expect(svg).toContain('r="1.5"')
  expect(svg).toMatch(/width="12mm" height="7mm"/)
})

test('a drawing’s sheet holds all of it with a millimetre round it, whatever juts out, y up', () => {
  const profile = {
    outlines: [
      [
        [-4, -1],
        [6, -1],
        [1, 3],
      ] as const,
    ],
    circles: [
      { centre: [0, -5] as const, radius: 2 },
      { centre: [7, 4] as const, radius: 3 },
      { centre: [-6, 0] as const, radius: 0.5 },
    ],
  }
  const svg = toSvg(profile)
  // x from -6.5 to 10, y from -7 to 7
  expect(svg).toContain('width="18.5mm" height="16mm" viewBox="-7.5 -8 18.5 16"')
  expect(svg).toContain('M-4 1L6 1L1 -3Z')
  expect(svg).toContain('<circle cx="7" cy="-4" r="3"/>')
})
