declare module '@jscadui/3mf-export' {
  interface Mesh3mf {
    id: string
    vertices: Float32Array
    indices: Uint32Array
    name?: string
  }
  interface Child3mf {
    objectID: string
    transform: number[]
  }
  export function to3dmodel(of: {
    meshes: Mesh3mf[]
    components: { id: string; name: string; children: Child3mf[] }[]
    items: Child3mf[]
    precision: number
    header: { unit?: string; title?: string; application?: string }
  }): string
  export const fileForContentTypes: { name: string; content: string }
  export class FileForRelThumbnail {
    readonly name: string
    readonly content: string
    add3dModel(path: string): void
  }
}
