import type { z } from 'zod'
import { fitsFor, isBought } from '../../src/core/geometry'
import { bearingClass } from '../../src/core/turbine'
import { checkWhole, handlePart } from '../part-library'
import { partTo3mf, toDxf, toStl, toSvg } from '../../src/project/parts'
import type { partVerbInput } from '../part-schemas'
import { badInput } from '../fault'
import { writeOut } from '../files'
import {
  assemblyOf,
  billOfMachine,
  notesOfPart,
  partSet,
  partSpec,
  partWords,
  partsBeside,
  type PartsInput,
} from '../../src/core/machines'

export type Made = Pick<z.infer<typeof partVerbInput>, 'build'>

/** What the parts of a build follow from. */
export function partsOf({ build }: Made): PartsInput {
  const nozzle = { ...build.nozzle, exitDiameterM: build.nozzle.exitDiameterM ?? build.nozzle.throatDiameterM }
  if (nozzle.inletBoreM <= nozzle.throatDiameterM)
    throw badInput('build.nozzle.inletBoreM', 'the inlet bore must be wider than the throat')
  return {
    machine: build.machine,
    nozzle,
    bearing: bearingClass(build.shaft.bearingClassId),
    shaftDiameterM: build.shaft.diameterM,
    spanM: build.shaft.spanM,
    overhangM: build.shaft.overhangM,
    fits: fitsFor(build.making.process),
    outlets: build.making.outlets,
    connection: build.making.connection,
  }
}

/** A machine put together: every body with its transform, and what was looked at in the solids. */
export async function assemblyVerb(given: Made) {
  const input = partsOf(given)
  const checks = await checkWhole(input)
  return {
    placed: assemblyOf(input).placed.map(({ body, pose, turns }) => ({
      body: isBought(body) ? body.code : body,
      size: isBought(body) ? body.size : null,
      turns: turns ?? false,
      transform: [...pose],
    })),
    checks,
    fine: checks.every((c) => c.fine),
  }
}

/** What has to be made and bought. */
export function billVerb(given: Made) {
  const input = partsOf(given)
  return {
    make: partSet(input).map(({ name, copies }) => ({
      part: name,
      name: partWords(name).name,
      copies,
      metal: partSpec(name, input)?.metal ?? false,
    })),
    buy: billOfMachine(input),
  }
}

/** A part of a build: figures of its mesh, and the file when one is asked for. */
export async function partVerb({ build, part }: z.infer<typeof partVerbInput>, out: string | null) {
  const input = partsOf({ build })
  const own = partSet(input).map((p) => p.name)
  const beside: readonly string[] = partsBeside(input)
  if (!beside.includes(part) && !own.includes(part))
    throw badInput(
      'part',
      `a ${build.machine.family} is made of ${[...new Set(own)].join(', ')}, and beside it there is ${beside.join(', ')}`,
    )
  const mesh = await handlePart(part, input)
  if (out !== null) {
    const ending = /\.(stl|3mf|dxf|svg)$/i.exec(out)?.[1].toLowerCase()
    if (!ending) throw badInput('--out', `${out} does not end in .stl, .3mf, .dxf or .svg`)
    const content =
      ending === 'stl'
        ? toStl(mesh)
        : ending === '3mf'
          ? partTo3mf(mesh, part)
          : ending === 'dxf'
            ? toDxf(mesh.profile)
            : toSvg(mesh.profile)
    writeOut(out, content)
  }
  const metres = (p: readonly number[]) => p.map((v) => v / 1000)
  return {
    part,
    boundingBoxM: { min: metres(mesh.boundingBoxMm.min), max: metres(mesh.boundingBoxMm.max) },
    volumeM3: mesh.volumeMm3 / 1e9,
    watertight: mesh.watertight,
    thinnerThanProcess: mesh.thin.map(({ at, wallMm }) => ({ atM: metres(at), wallM: wallMm / 1000 })),
    copies: partSet(input)
      .filter((p) => p.name === part)
      .reduce((sum, p) => sum + p.copies, 0),
    triangles: mesh.triangles.length / 3,
    file: out,
    notes: notesOfPart(part, input),
  }
}
