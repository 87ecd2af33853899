import * as THREE from 'three'

/** One body of the scene: its mesh, and where it is put. */
export interface PlacedMesh {
  /** Corner positions, three numbers each. */
  readonly vertices: Float32Array
  readonly triangles: Uint32Array
  /** Where it stands: 4 × 4, column by column; as it was made where left out. */
  readonly pose?: readonly number[]
  readonly tone?: 'air' | 'iron' | 'copper' | 'steel'
  /** Triangles that are painted: what hangs over, and what of it must be supported. */
  readonly painted?: { readonly light: readonly number[]; readonly strong: readonly number[] }
}

/** Colours of bodies, on light and on dark ground. */
export const TONES = {
  air: [0x6f9aa3, 0x8fb9c0],
  iron: [0x9a948a, 0xaaa49a],
  copper: [0xc08560, 0xc9906c],
  steel: [0x8d9196, 0xa6abb1],
} as const

/** What hangs over, and what of it must be supported. */
const PAINT = { light: 0xd9a441, strong: 0xb3261e } as const

/** A geometry with flat faces and the lines where they meet at an angle. */
export function geometryOf({ vertices, triangles, pose, painted }: PlacedMesh, tone: number): THREE.BufferGeometry {
  const indexed = new THREE.BufferGeometry()
  indexed.setAttribute('position', new THREE.BufferAttribute(vertices, 3))
  indexed.setIndex(new THREE.BufferAttribute(triangles, 1))
  const flat = indexed.toNonIndexed()
  if (pose) flat.applyMatrix4(new THREE.Matrix4().fromArray([...pose]))
  flat.computeVertexNormals()
  if (painted) {
    const colours = new Float32Array(triangles.length * 3)
    const paint = (corner: number, colour: THREE.Color) => colours.set([colour.r, colour.g, colour.b], 3 * corner)
    const base = new THREE.Color(tone)
    for (let i = 0; i < triangles.length; i++) paint(i, base)
    for (const which of ['light', 'strong'] as const)
      for (const t of painted[which]) for (const k of [0, 1, 2]) paint(3 * t + k, new THREE.Color(PAINT[which]))
    flat.setAttribute('color', new THREE.BufferAttribute(colours, 3))
  }
  indexed.dispose()
  return flat
}

/** From where a scene is first looked at. */
export const START = new THREE.Vector3(-0.55, -1.25, 1.35).normalize()
/** Angle of view from top to bottom, degrees. */
export const VIEW_DEGREES = 32
/** Tangent of half the angle of view. */
const HALF_VIEW = Math.tan(((VIEW_DEGREES / 2) * Math.PI) / 180)

/** How far off the middle a camera that looks along a direction has to stand to have a box in its picture. */
export function distanceFor(bounds: THREE.Box3, from: THREE.Vector3, aspect: number): number {
  const middle = bounds.getCenter(new THREE.Vector3())
  const right = new THREE.Vector3(0, 0, 1).cross(from).normalize()
  const up = from.clone().cross(right)
  let most = 0
  for (let i = 0; i < 8; i++) {
    const corner = new THREE.Vector3(
      i & 1 ? bounds.max.x : bounds.min.x,
      i & 2 ? bounds.max.y : bounds.min.y,
      i & 4 ? bounds.max.z : bounds.min.z,
    ).sub(middle)
    const across = Math.max(Math.abs(corner.dot(right)) / aspect, Math.abs(corner.dot(up)))
    most = Math.max(most, across / HALF_VIEW + corner.dot(from))
  }
  return 1.04 * most
}
