declare module '@jscadui/3mf-export' {
  interface Mesh3mf {
    id: string
    vertices: Float32Array
    indices: Uint32Array
    name?: string
    transform?: number[]
  }
  export function to3dmodelSimple(
    meshes: Mesh3mf[],
    header: { unit?: string; title?: string; application?: string },
    precision?: number,
  ): string
  export const fileForContentTypes: { name: string; content: string }
  export class FileForRelThumbnail {
    readonly name: string
    readonly content: string
    add3dModel(path: string): void
  }
}
