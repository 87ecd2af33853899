import { readFileSync, readdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import ts from 'typescript'

const OPTIONS: ts.CompilerOptions = {
  moduleResolution: ts.ModuleResolutionKind.Bundler,
  module: ts.ModuleKind.ESNext,
  paths: { '@/*': [`${resolve('src')}/*`] },
}

/** What a file of the project imports of the project, as whole paths. */
function importsOf(file: string): string[] {
  const read = ts.preProcessFile(readFileSync(file, 'utf8'), true, true).importedFiles
  return read.flatMap(({ fileName }) => {
    const found = ts.resolveModuleName(fileName, file, OPTIONS, ts.sys).resolvedModule
    return found && !found.isExternalLibraryImport && /\.tsx?$/.test(found.resolvedFileName)
      ? [found.resolvedFileName]
      : []
  })
}

/** Every test file under the folders, and all that it reads directly or by others, as whole paths. */
export function reachOf(folders: readonly string[]): Map<string, ReadonlySet<string>> {
  const direct = new Map<string, readonly string[]>()
  const reached = (file: string): Set<string> => {
    const all = new Set<string>()
    const open = [file]
    for (let at = open.pop(); at !== undefined; at = open.pop()) {
      if (all.has(at)) continue
      all.add(at)
      if (!direct.has(at)) direct.set(at, importsOf(at))
      open.push(...(direct.get(at) ?? []))
    }
    return all
  }
  const tests = folders.flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((f) => f.endsWith('.test.ts'))
      .map((f) => resolve(join(folder, f))),
  )
  return new Map(tests.map((test) => [test, reached(test)]))
}
