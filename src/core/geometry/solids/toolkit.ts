import type { CrossSection, Manifold, ManifoldToplevel } from 'manifold-3d'
import { aboutShaft, movedBy, onBody, posed, seenFrom, type Pose, type Vec } from '../assembly'
import type { Point } from '../blade-outline'
import { Surface } from './surface'

/** How far the straight pieces of a small circle may be off it, mm: a tenth of what a printer's hole misses. */
const OFF_CIRCLE = 0.01

/** So far a cut goes beyond what it cuts, mm, so that no skin is left. */
export const BEYOND = 1

/** A piece of a level cut, mm. */
export interface ThinPart {
  readonly min: readonly [number, number]
  readonly max: readonly [number, number]
  readonly area: number
  readonly outline: number
}

/** A thin layer over the mesh-boolean library that frees what it makes. All lengths mm. */
export class SolidKit {
  private readonly made: { delete(): void }[] = []
  /** Of a solid that is another one in its place: which one, and where. */
  private readonly places = new Map<Manifold, { readonly root: Manifold; readonly pose: Pose }>()
  private readonly surfaces = new Map<Manifold, Surface>()
  constructor(
    private readonly wasm: ManifoldToplevel,
    /** Straight pieces of a full circle. */
    readonly segments = 96,
  ) {}

  private keep<T extends Manifold | CrossSection>(thing: T): T {
    this.made.push(thing)
    return thing
  }

  cylinder(radius: number, from: number, to: number, at: Point = [0, 0], segments = this.segments): Manifold {
    const raw = this.keep(this.wasm.Manifold.cylinder(to - from, radius, radius, segments))
    return this.keep(raw.translate([at[0], at[1], from]))
  }

  box(size: [number, number, number], corner: [number, number, number]): Manifold {
    const raw = this.keep(this.wasm.Manifold.cube(size))
    return this.keep(raw.translate(corner))
  }

  /** Outlines pushed up from z `from` to `to`; overlapping ones become one. */
  prism(outlines: readonly (readonly Point[])[], from: number, to: number): Manifold {
    const section = this.keep(
      new this.wasm.CrossSection(
        outlines.map((o) => o.map(([x, y]): [number, number] => [x, y])),
        'NonZero',
      ),
    )
    const raw = this.keep(section.extrude(to - from))
    return this.keep(raw.translate([0, 0, from]))
  }

  /** Corners of a circle, the same as those of a cylinder's ends. */
  circle(radius: number, at: Point = [0, 0], segments = this.segments): Point[] {
    return Array.from({ length: segments }, (_, i): Point => {
      const a = (2 * Math.PI * i) / segments
      return [at[0] + radius * Math.cos(a), at[1] + radius * Math.sin(a)]
    })
  }

  /**
   * Straight pieces of a small circle: no more than keep them within 0.01 mm of it, since a face with many holes of
   * many corners is slow to work out.
   */
  private fewest(radius: number): number {
    const wanted = Math.ceil(Math.PI / Math.acos(radius / (radius + OFF_CIRCLE)))
    return Math.min(this.segments, Math.max(16, 4 * Math.ceil(wanted / 4)))
  }

  /** Corners of the foot of a lug or a leg. */
  post(radius: number, at: Point): Point[] {
    return this.circle(radius, at, this.fewest(radius))
  }

  /**
   * Corners of a round hole: its flats, not its corners, are as far from the middle as is stated, so that what is to go
   * through does.
   */
  bore(radius: number, at: Point = [0, 0]): Point[] {
    const segments = this.fewest(radius)
    return this.circle(radius / Math.cos(Math.PI / segments), at, segments)
  }

  /** What a drill leaves from z `from` to `to` at each place. */
  holes(radius: number, from: number, to: number, places: readonly Point[]): Manifold[] {
    if (places.length === 0) return []
    return [
      this.prism(
        places.map((at) => this.bore(radius, at)),
        from,
        to,
      ),
    ]
  }

  /** Cylinders on the z axis as one body: radius, from and to of each. */
  coaxial(rings: readonly (readonly [number, number, number])[]): Manifold {
    const section = this.keep(
      new this.wasm.CrossSection(
        rings.map(([radius, from, to]): [number, number][] => [
          [0, from],
          [radius, from],
          [radius, to],
          [0, to],
        ]),
        'NonZero',
      ),
    )
    return this.keep(section.revolve(this.segments))
  }

  /** An outline of (radius, height) turned about the z axis. */
  turned(outline: readonly Point[], segments = this.segments): Manifold {
    const section = this.keep(
      new this.wasm.CrossSection([outline.map(([r, z]): [number, number] => [r, z])], 'Positive'),
    )
    return this.keep(section.revolve(segments))
  }

  /** A closed body from its corners, three numbers each, and its triangles, counter-clockwise from outside. */
  meshed(vertices: readonly number[], triangles: readonly number[]): Manifold {
    const mesh = new this.wasm.Mesh({
      numProp: 3,
      vertProperties: Float32Array.from(vertices),
      triVerts: Uint32Array.from(triangles),
    })
    return this.keep(new this.wasm.Manifold(mesh))
  }

  /** A cylinder lying along a direction in the x-y plane, from `from` along it to `to`, at height z. */
  lying(radius: number, at: Point, direction: Point, from: number, to: number, z: number): Manifold {
    const raw = this.keep(this.wasm.Manifold.cylinder(to - from, radius, radius, this.segments))
    const laid = this.keep(raw.rotate([0, 90, 0]))
    const turned = this.keep(laid.rotate([0, 0, (Math.atan2(direction[1], direction[0]) * 180) / Math.PI]))
    return this.keep(turned.translate([at[0] + direction[0] * from, at[1] + direction[1] * from, z]))
  }

  /** Says of a solid that it is another one in its place. */
  private at(placed: Manifold, solid: Manifold, to: (pose: Pose) => Pose): Manifold {
    const { root, pose } = this.placeOf(solid)
    this.places.set(placed, { root, pose: to(pose) })
    return placed
  }

  private placeOf(solid: Manifold) {
    return this.places.get(solid) ?? { root: solid, pose: posed([0, 0, 0]) }
  }

  private surfaceOf(root: Manifold): Surface {
    const known = this.surfaces.get(root)
    if (known) return known
    // solids carry nothing but places: three numbers a corner
    const { vertProperties, triVerts } = root.getMesh()
    const made = new Surface({ vertices: vertProperties, triangles: triVerts })
    this.surfaces.set(root, made)
    return made
  }

  aboutZ(solid: Manifold, degrees: number): Manifold {
    return this.at(this.keep(solid.rotate([0, 0, degrees])), solid, (pose) => aboutShaft(pose, degrees))
  }

  /** Turned about x, y and z in that order, degrees, then moved. */
  placed(solid: Manifold, turn: [number, number, number], move: [number, number, number] = [0, 0, 0]): Manifold {
    return this.keep(this.keep(solid.rotate(turn)).translate(move))
  }

  /** Moved by a vector. */
  moved(solid: Manifold, by: Vec): Manifold {
    return this.at(this.keep(solid.translate([...by])), solid, (pose) => movedBy(pose, by))
  }

  /** In the place that a pose says. */
  posed(solid: Manifold, pose: Pose): Manifold {
    return this.at(this.keep(solid.transform([...pose] as Parameters<Manifold['transform']>[0])), solid, (inner) =>
      onBody(pose, inner),
    )
  }

  /** Its mirror across x = 0. */
  mirrored(solid: Manifold): Manifold {
    return this.keep(solid.mirror([1, 0, 0]))
  }

  /** What lies on the side of a plane to which its normal points, `offset` along the normal from the origin. */
  onSide(solid: Manifold, normal: Vec, offset: number): Manifold {
    return this.keep(solid.trimByPlane([...normal] as [number, number, number], offset))
  }

  common(a: Manifold, b: Manifold): Manifold {
    return this.keep(a.intersect(b))
  }

  /**
   * What two solids have in common, mm3. Most that are near each other or touch have nothing: that is found from their
   * surfaces, far sooner than their common solid is made. Faces less than a ten-thousandth of a millimetre into each
   * other only touch.
   */
  commonVolume(a: Manifold, b: Manifold): number {
    const [p, q] = [this.placeOf(a), this.placeOf(b)]
    const [mine, theirs] = [this.surfaceOf(p.root), this.surfaceOf(q.root)]
    if (Surface.apart(mine, p.pose, theirs, q.pose)) return 0
    // the larger one stays where it was made: to move a mesh costs as much as to cut it
    const [stays, goes] = mine.triangles > theirs.triangles ? [p, q] : [q, p]
    return this.common(stays.root, this.posed(goes.root, seenFrom(stays.pose, goes.pose))).volume()
  }

  /** Without edges shorter than a tolerance: slivers that a file of single-precision numbers would tear open. */
  simplified(solid: Manifold, tolerance: number): Manifold {
    return this.keep(solid.simplify(tolerance))
  }

  /** Its separate bodies. */
  bodies(solid: Manifold): Manifold[] {
    return solid.decompose().map((b) => this.keep(b))
  }

  /** Closed outlines of the solid where a level plane cuts it. */
  sliced(solid: Manifold, z: number): Point[][] {
    return this.keep(solid.slice(z))
      .toPolygons()
      .map((o) => o.map(([x, y]): Point => [x, y]))
  }

  /**
   * What of a level cut an oval with lengths `across` along x and y cannot reach: extent, area and length of outline of
   * each piece.
   * Left out are crumbs shorter than the oval is wide or smaller than `leastArea`, and tips, which hang on what it can
   * reach at one side only, shorter than `tip`.
   */
  thinParts(solid: Manifold, z: number, across: readonly [number, number], tip: number, leastArea: number): ThinPart[] {
    const section = this.keep(solid.slice(z))
    if (section.isEmpty()) return []
    const round = this.keep(section.scale([1 / across[0], 1 / across[1]]))
    const reached = this.keep(
      this.keep(this.keep(round.offset(-0.5, 'Round', 2, 24)).offset(0.51, 'Round', 2, 24)).scale([
        across[0],
        across[1],
      ]),
    )
    return this.keep(section.subtract(reached))
      .decompose()
      .flatMap((piece) => {
        const own = this.keep(piece)
        const { min, max } = own.bounds()
        const length = Math.hypot(max[0] - min[0], max[1] - min[1])
        if (own.isEmpty() || length < Math.max(...across) || own.area() < leastArea) return []
        if (
          length < tip &&
          this.keep(this.keep(own.offset(0.02 * Math.max(...across), 'Miter')).intersect(reached))
            .decompose()
            .filter((c) => !this.keep(c).isEmpty()).length < 2
        )
          return []
        const outline = own
          .toPolygons()
          .flatMap((o) => o.map(([x, y], i) => Math.hypot(x - o[(i + 1) % o.length][0], y - o[(i + 1) % o.length][1])))
          .reduce((a, b) => a + b, 0)
        return [{ min: [...min], max: [...max], area: own.area(), outline }]
      })
  }

  union(solids: Manifold[]): Manifold {
    return this.keep(this.wasm.Manifold.union(solids))
  }

  cut(solid: Manifold, tools: Manifold[]): Manifold {
    return tools.length === 0 ? solid : this.keep(solid.subtract(this.union(tools)))
  }

  /** What lies below a height. */
  below(solid: Manifold, z: number): Manifold {
    return this.keep(solid.trimByPlane([0, 0, -1], -z))
  }

  /** What lies above a height: nothing of a boss may stand out below the base. */
  aboveBase(solid: Manifold, z: number): Manifold {
    return this.keep(solid.trimByPlane([0, 0, 1], z))
  }

  /** Frees everything made here; meshes taken out before stay. */
  free(): void {
    for (const thing of this.made.splice(0)) thing.delete()
    this.places.clear()
    this.surfaces.clear()
  }
}
