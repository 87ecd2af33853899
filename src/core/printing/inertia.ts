import type { Mesh } from '../geometry/solids'
import { cornersOf } from './overhang'

/**
 * Second moment of a closed mesh about its own z axis, mm5: ∫ (x² + y²) dV, exact for its faces. Times the density it
 * is the moment of inertia.
 * Method: each face with the origin is a tetrahedron; over one, ∫ x² dV = V/10 · (a² + b² + c² + ab + bc + ca) of its
 * corners' x.
 */
export function inertiaAboutZ(mesh: Mesh): number {
  let sum = 0
  for (let t = 0; t < mesh.triangles.length / 3; t++) {
    const [a, b, c] = cornersOf(mesh, t)
    const six =
      a[0] * (b[1] * c[2] - b[2] * c[1]) + a[1] * (b[2] * c[0] - b[0] * c[2]) + a[2] * (b[0] * c[1] - b[1] * c[0])
    for (const k of [0, 1])
      sum += (six / 60) * (a[k] ** 2 + b[k] ** 2 + c[k] ** 2 + a[k] * b[k] + b[k] * c[k] + c[k] * a[k])
  }
  return sum
}
