import { tankRun, TANK_CONDITIONS } from '../src/core/bench/tank/campaign'
for (let k = 0; k < 2; k++) { const s = performance.now(); let n = 0
for (const c of TANK_CONDITIONS) for (let i = 0; i < 4; i++) { tankRun(c, i); n++ }
console.log(((performance.now() - s) / n).toFixed(0), 'ms each') }
