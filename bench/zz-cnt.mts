import { tankRun, TANK_CONDITIONS } from '../src/core/bench/tank/campaign'
;(globalThis as any).CNT = { courses: 0, fits: 0, rounds: 0, steps:0 }
let n = 0
for (const c of TANK_CONDITIONS) for (let i = 0; i < 4; i++) { tankRun(c, i); n++ }
const C = (globalThis as any).CNT
console.log('fits', C.fits / n, 'courses', C.courses / n, 'rounds/fit', C.rounds / C.fits, 'rksteps/course', C.steps / C.courses)
