'use client'
import { useEffect, useRef } from 'react'
import * as THREE from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import { START, TONES, VIEW_DEGREES, distanceFor, geometryOf, type PlacedMesh } from './space'

export interface PartViewProps {
  readonly meshes: readonly PlacedMesh[]
  readonly label: string
  readonly dark: boolean
  /** Cuts everything open by a plane across an axis, at a share of its length; null shows all. */
  readonly cut: { readonly axis: 'x' | 'y' | 'z'; readonly at: number } | null
  /** Side of a printer's bed that everything lies on, its corner at the origin. */
  readonly bed?: number
  /** Places to point at, by a ball seen through everything. */
  readonly marks?: readonly (readonly [number, number, number])[]
}

/**
 * From where a scene is looked at: kept while its bodies are the same size, so that a cut that moves does not turn it
 * back.
 */
interface View {
  readonly radius: number
  readonly from: THREE.Vector3
}

const NO_MARKS: readonly (readonly [number, number, number])[] = []
/** The printer's bed: its edge, and a line every centimetre. */
function bedLines(side: number): THREE.BufferGeometry {
  const points: number[] = []
  for (let at = 0; at < side + 1e-6; at += 10) points.push(at, 0, 0, at, side, 0, 0, at, 0, side, at, 0)
  points.push(side, 0, 0, side, side, 0, 0, side, 0, side, side, 0)
  return new THREE.BufferGeometry().setAttribute('position', new THREE.Float32BufferAttribute(points, 3))
}

/** Order in which the caps of one body are drawn after those of the last; bodies themselves come first. */
const CAP_ORDER = 10

/**
 * Closes a body where a plane cuts it open: what is seen of its inside counts up in the stencil, what is seen of its
 * outside down, and where something is left the plane is drawn.
 * Each body is counted by itself, so that bodies that touch do not wipe each other out.
 */
function capOf(
  geometry: THREE.BufferGeometry,
  plane: THREE.Plane,
  around: THREE.Sphere,
  tone: THREE.Color,
  index: number,
): THREE.Mesh<THREE.BufferGeometry, THREE.Material>[] {
  const counting = (side: THREE.Side, op: THREE.StencilOp) => {
    const material = new THREE.MeshBasicMaterial({
      side,
      clippingPlanes: [plane],
      depthWrite: false,
      depthTest: false,
      colorWrite: false,
      stencilWrite: true,
      stencilFunc: THREE.AlwaysStencilFunc,
      stencilFail: op,
      stencilZFail: op,
      stencilZPass: op,
    })
    const mesh = new THREE.Mesh<THREE.BufferGeometry, THREE.Material>(geometry, material)
    mesh.renderOrder = CAP_ORDER * (index + 1)
    return mesh
  }
  const face = new THREE.Mesh<THREE.BufferGeometry, THREE.Material>(
    new THREE.PlaneGeometry(4 * around.radius, 4 * around.radius),
    new THREE.MeshBasicMaterial({
      color: tone.clone().multiplyScalar(0.72),
      side: THREE.DoubleSide,
      stencilWrite: true,
      stencilRef: 0,
      stencilFunc: THREE.NotEqualStencilFunc,
      stencilFail: THREE.ReplaceStencilOp,
      stencilZFail: THREE.ReplaceStencilOp,
      stencilZPass: THREE.ReplaceStencilOp,
    }),
  )
  face.position.copy(plane.projectPoint(around.center, new THREE.Vector3()))
  face.quaternion.setFromUnitVectors(new THREE.Vector3(0, 0, 1), plane.normal)
  face.renderOrder = CAP_ORDER * (index + 1) + 1
  face.onAfterRender = (renderer) => renderer.clearStencil()
  return [
    counting(THREE.BackSide, THREE.IncrementWrapStencilOp),
    counting(THREE.FrontSide, THREE.DecrementWrapStencilOp),
    face,
  ]
}

/** A part in space: drag turns it, the wheel comes closer, arrow keys turn it too. */
export default function PartView({ meshes, label, dark, cut, bed, marks = NO_MARKS }: PartViewProps) {
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<View | null>(null)
  useEffect(() => {
    const element = host.current
    if (!element) return
    const scene = new THREE.Scene()
    const toneOf = (m: PlacedMesh) => TONES[m.tone ?? 'air'][dark ? 1 : 0]
    const geometries = meshes.map((m) => geometryOf(m, toneOf(m)))
    const bounds = new THREE.Box3()
    for (const geometry of geometries) {
      geometry.computeBoundingBox()
      if (geometry.boundingBox) bounds.union(geometry.boundingBox)
    }
    if (bed !== undefined) bounds.union(new THREE.Box3(new THREE.Vector3(), new THREE.Vector3(bed, bed, 0)))
    const sphere = bounds.getBoundingSphere(new THREE.Sphere())
    const clip: THREE.Plane[] = []
    if (cut) {
      const normal = new THREE.Vector3(cut.axis === 'x' ? -1 : 0, cut.axis === 'y' ? 1 : 0, cut.axis === 'z' ? -1 : 0)
      const place = bounds.min[cut.axis] + cut.at * (bounds.max[cut.axis] - bounds.min[cut.axis])
      clip.push(new THREE.Plane(normal, cut.axis === 'y' ? -place : place))
    }
    const line = new THREE.LineBasicMaterial({
      color: dark ? 0xeae5db : 0x24211d,
      transparent: true,
      opacity: 0.55,
      clippingPlanes: clip,
    })
    const surfaces = meshes.map(
      (m) =>
        new THREE.MeshStandardMaterial({
          color: m.painted ? 0xffffff : toneOf(m),
          vertexColors: m.painted !== undefined,
          roughness: 0.75,
          metalness: 0.05,
          side: THREE.DoubleSide,
          clippingPlanes: clip,
        }),
    )
    const caps = clip[0]
      ? geometries.flatMap((g, i) => capOf(g, clip[0], sphere, new THREE.Color(toneOf(meshes[i])), i))
      : []
    const edges = geometries.map((g) => new THREE.EdgesGeometry(g, 28))
    geometries.forEach((g, i) => scene.add(new THREE.Mesh(g, surfaces[i]), new THREE.LineSegments(edges[i], line)))
    const pointer = new THREE.MeshBasicMaterial({
      color: dark ? 0xe8a13a : 0xb3261e,
      depthTest: false,
      transparent: true,
      opacity: 0.9,
    })
    const ball = new THREE.SphereGeometry(Math.max(0.35, sphere.radius * 0.02), 16, 12)
    if (caps.length > 0) scene.add(...caps)
    const grid = bed === undefined ? null : bedLines(bed)
    const gridLine = new THREE.LineBasicMaterial({ color: dark ? 0x6b655c : 0xb5ada0 })
    if (grid) scene.add(new THREE.LineSegments(grid, gridLine))
    for (const at of marks) {
      const mark = new THREE.Mesh(ball, pointer)
      mark.position.set(...at)
      mark.renderOrder = 1
      scene.add(mark)
    }
    scene.add(new THREE.HemisphereLight(0xffffff, dark ? 0x333333 : 0x9a948a, 1.6))
    const sun = new THREE.DirectionalLight(0xffffff, 1.8)
    sun.position.set(1, -1.4, 2)
    scene.add(sun)
    const camera = new THREE.PerspectiveCamera(VIEW_DEGREES, 1, 0.1, sphere.radius * 40)
    camera.up.set(0, 0, 1)
    const kept = view.current && Math.abs(view.current.radius / sphere.radius - 1) < 0.5 ? view.current : null
    camera.position
      .copy(sphere.center)
      .add(
        kept
          ? kept.from.clone().multiplyScalar(sphere.radius / kept.radius)
          : START.clone().multiplyScalar(
              distanceFor(bounds, START, element.clientWidth / Math.max(1, element.clientHeight)),
            ),
      )
    const renderer = new THREE.WebGLRenderer({
      antialias: true,
      alpha: true,
      preserveDrawingBuffer: true,
      stencil: cut !== null,
    })
    renderer.localClippingEnabled = true
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
    element.append(renderer.domElement)
    const controls = new OrbitControls(camera, renderer.domElement)
    controls.target.copy(sphere.center)
    controls.listenToKeyEvents(element)
    controls.enablePan = false
    const draw = () => {
      view.current = { radius: sphere.radius, from: camera.position.clone().sub(sphere.center) }
      renderer.render(scene, camera)
    }
    controls.addEventListener('change', draw)
    const turn = (event: KeyboardEvent) => {
      const step = { ArrowLeft: [-0.2, 0], ArrowRight: [0.2, 0], ArrowUp: [0, -0.2], ArrowDown: [0, 0.2] }[event.key]
      if (!step) return
      event.preventDefault()
      const offset = camera.position.clone().sub(sphere.center)
      const spherical = new THREE.Spherical().setFromVector3(new THREE.Vector3(offset.x, offset.z, -offset.y))
      spherical.theta += step[0]
      spherical.phi = Math.min(Math.PI - 0.1, Math.max(0.1, spherical.phi + step[1]))
      const v = new THREE.Vector3().setFromSpherical(spherical)
      camera.position.copy(sphere.center).add(new THREE.Vector3(v.x, -v.z, v.y))
      controls.update()
      draw()
    }
    element.addEventListener('keydown', turn)
    const resize = new ResizeObserver(() => {
      const { clientWidth: w, clientHeight: h } = element
      if (w === 0 || h === 0) return
      renderer.setSize(w, h)
      camera.aspect = w / h
      camera.updateProjectionMatrix()
      draw()
    })
    resize.observe(element)
    controls.update()
    return () => {
      resize.disconnect()
      element.removeEventListener('keydown', turn)
      controls.dispose()
      for (const thing of [...geometries, ...edges, ...surfaces, pointer, ball, gridLine]) thing.dispose()
      grid?.dispose()
      for (const { geometry, material } of caps) {
        geometry.dispose()
        material.dispose()
      }
      line.dispose()
      renderer.dispose()
      renderer.domElement.remove()
    }
  }, [meshes, dark, cut, bed, marks])
  return (
    <div
      ref={host}
      role="img"
      aria-label={label}
      tabIndex={0}
      style={{ width: '100%', height: 'min(560px, calc(100vh - 230px))', minHeight: 320 }}
    />
  )
}
