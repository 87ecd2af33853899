import * as THREE from 'three'
import { START, TONES, VIEW_DEGREES, distanceFor, type PlacedMesh } from './space'

/** One body of a picture for paper. */
export interface PaperBody extends PlacedMesh {
  /** Stands out; all others are pale. */
  readonly fresh: boolean
  /** Where it comes to stand: a broken line leads there. */
  readonly to?: readonly [number, number, number]
}

/** Where a body is in a picture, in its pixels: its outermost places to the left and to the right. */
export interface Spot {
  readonly left: readonly [x: number, y: number]
  readonly right: readonly [x: number, y: number]
  /** How far from the eye, for telling which of several is nearest. */
  readonly away: number
}

export interface Picture {
  readonly url: string
  /** Of every body, in their order. */
  readonly spots: readonly Spot[]
}

/** Nearly from the side. */
const LOW = new THREE.Vector3(-0.55, -1.25, 0.5).normalize()
const PALE = 0xe9e6df
const LINE = { fresh: 0x24211d, pale: 0x9d968a } as const

/**
 * Draws bodies for paper, one picture after the other, on one hidden canvas. Its geometries are kept for the next
 * picture until `dispose`.
 */
export class Painter {
  private readonly renderer: THREE.WebGLRenderer
  private readonly known = new Map<Float32Array, { surface: THREE.BufferGeometry; edges: THREE.EdgesGeometry }>()
  private readonly materials: THREE.Material[] = []

  constructor(
    private readonly width: number,
    private readonly height: number,
  ) {
    this.renderer = new THREE.WebGLRenderer({ antialias: true, alpha: true, preserveDrawingBuffer: true })
    this.renderer.setPixelRatio(2)
    this.renderer.setSize(width, height)
  }

  private shapeOf({ vertices, triangles }: PlacedMesh) {
    const known = this.known.get(vertices)
    if (known) return known
    const indexed = new THREE.BufferGeometry()
    indexed.setAttribute('position', new THREE.BufferAttribute(vertices, 3))
    indexed.setIndex(new THREE.BufferAttribute(triangles, 1))
    const surface = indexed.toNonIndexed()
    surface.computeVertexNormals()
    surface.computeBoundingBox()
    indexed.dispose()
    const made = { surface, edges: new THREE.EdgesGeometry(surface, 28) }
    this.known.set(vertices, made)
    return made
  }

  private kept<M extends THREE.Material>(material: M): M {
    this.materials.push(material)
    return material
  }

  /**
   * Draws bodies from where the room looks at them first, or from lower down, so that what is stacked does not hide
   * what is beneath.
   */
  paint(bodies: readonly PaperBody[], from: 'above' | 'side' = 'above'): Picture {
    const toCamera = from === 'side' ? LOW : START
    const scene = new THREE.Scene()
    const bounds = new THREE.Box3()
    for (const body of bodies) {
      const { surface, edges } = this.shapeOf(body)
      const matrix = new THREE.Matrix4().fromArray([...(body.pose ?? new THREE.Matrix4().elements)])
      const solid = new THREE.Mesh(
        surface,
        this.kept(
          new THREE.MeshStandardMaterial({
            color: body.fresh ? TONES[body.tone ?? 'air'][0] : PALE,
            roughness: 0.85,
            side: THREE.DoubleSide,
            // lines lie before the faces that they bound
            polygonOffset: true,
            polygonOffsetFactor: 1,
            polygonOffsetUnits: 1,
          }),
        ),
      )
      const outline = new THREE.LineSegments(
        edges,
        this.kept(new THREE.LineBasicMaterial({ color: body.fresh ? LINE.fresh : LINE.pale })),
      )
      for (const thing of [solid, outline]) {
        thing.matrixAutoUpdate = false
        thing.matrix.copy(matrix)
        scene.add(thing)
      }
      if (surface.boundingBox) bounds.union(surface.boundingBox.clone().applyMatrix4(matrix))
      if (body.to) scene.add(this.guide(matrix, body.to))
    }
    scene.add(new THREE.HemisphereLight(0xffffff, 0xb8b2a6, 2))
    const sun = new THREE.DirectionalLight(0xffffff, 1.5)
    sun.position.set(1, -1.4, 2)
    scene.add(sun)
    const aspect = this.width / this.height
    const away = distanceFor(bounds, toCamera, aspect)
    const camera = new THREE.PerspectiveCamera(VIEW_DEGREES, aspect, away / 50, away * 4)
    camera.up.set(0, 0, 1)
    const middle = bounds.getCenter(new THREE.Vector3())
    camera.position.copy(middle).addScaledVector(toCamera, away)
    camera.lookAt(middle)
    camera.updateMatrixWorld()
    this.renderer.render(scene, camera)
    return { url: this.renderer.domElement.toDataURL('image/png'), spots: bodies.map((b) => this.spotOf(b, camera)) }
  }

  private guide(matrix: THREE.Matrix4, to: readonly [number, number, number]): THREE.LineSegments {
    const from = new THREE.Vector3().setFromMatrixPosition(matrix)
    const geometry = new THREE.BufferGeometry().setFromPoints([from, new THREE.Vector3(...to)])
    const line = new THREE.LineSegments(
      geometry,
      this.kept(
        new THREE.LineDashedMaterial({
          color: 0x0f5560,
          dashSize: 2,
          gapSize: 1.5,
          depthTest: false,
          transparent: true,
        }),
      ),
    )
    line.computeLineDistances()
    line.renderOrder = 1
    return line
  }

  private spotOf(body: PaperBody, camera: THREE.Camera): Spot {
    const matrix = new THREE.Matrix4().fromArray([...(body.pose ?? new THREE.Matrix4().elements)])
    let [left, right] = [
      [Infinity, 0],
      [-Infinity, 0],
    ] as [[number, number], [number, number]]
    const at = new THREE.Vector3()
    for (let i = 0; i < body.vertices.length; i += 3) {
      at.set(body.vertices[i], body.vertices[i + 1], body.vertices[i + 2])
        .applyMatrix4(matrix)
        .project(camera)
      const [x, y] = [((at.x + 1) / 2) * this.width, ((1 - at.y) / 2) * this.height]
      if (x < left[0]) left = [x, y]
      if (x > right[0]) right = [x, y]
    }
    const away = new THREE.Vector3().setFromMatrixPosition(matrix).project(camera).z
    return { left, right, away }
  }

  dispose(): void {
    for (const { surface, edges } of this.known.values()) {
      surface.dispose()
      edges.dispose()
    }
    for (const material of this.materials.splice(0)) material.dispose()
    this.renderer.dispose()
  }
}
