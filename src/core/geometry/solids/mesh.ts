/** Triangles of a closed body, mm. Vertices three numbers each, triangles three indices each. */
export interface Mesh {
  readonly vertices: Float32Array
  readonly triangles: Uint32Array
}
