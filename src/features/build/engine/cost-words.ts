import type { Restriction } from '../../../core/engine'
import type { EngineMachine } from '../../../project/document'
import type { Shown } from '../../shared'

/** What each thing that costs is called on this engine, and what to make next where it is the dearest. */
export function costWords(
  id: Restriction,
  m: EngineMachine,
  shown: Shown,
): { readonly name: string; readonly next: string } {
  const single = m.family === 'single-acting-engine'
  const rotor = m.family === 'three-flank-engine'
  switch (id) {
    case 'inlet':
      return {
        name: m.inlet ? `Inlet bore ${shown.text(m.inlet.boreDiameterM, 'length')}` : 'Inlet',
        next: 'drill the inlet wider: it starves what is behind it',
      }
    case 'tube':
      return { name: 'Transfer tube', next: 'a wider or shorter tube to the other lobe; look that nothing blocks it' }
    case 'seat':
      if (rotor)
        return {
          name: `Intake ${shown.text(m.intake.diameterM, 'length')}`,
          next: 'a wider intake, or one further out, that the rotor uncovers for longer',
        }
      return single
        ? {
            name: `Seat ${shown.text(m.ball.seatDiameterM, 'length')}`,
            next: 'a wider seat with a larger ball, or a longer pin',
          }
        : { name: 'Inlet ports', next: 'wider ports, or more travel of the valve' }
    case 'exhaust':
      return {
        name: rotor ? `Outlet ${shown.text(m.outlet.diameterM, 'length')}` : 'Exhaust ports',
        next: rotor
          ? 'a wider outlet, or one that opens earlier'
          : single
            ? 'more ports round the bore, or higher ones'
            : 'wider ports, or less exhaust lap',
      }
    case 'squeezing':
      return {
        name: 'Squeezing what stays',
        next: single ? 'ports that open earlier, or a way out that stays open on the way back' : 'less exhaust lap',
      }
    case 'clearance':
      return rotor
        ? { name: 'Half of the gap at dead centre', next: 'a fuller flank, no hollow in it' }
        : { name: 'Half of the room at the top', next: 'a taller piston, or a plug in the head' }
    case 'leak':
      return {
        name: 'Leaks',
        next: rotor ? 'bars that float in the tips, a flatter cover' : 'a fresh ring or o-ring, a smoother bore',
      }
    case 'seal':
      return {
        name: rotor ? 'Rubbing of the tips' : 'Rubbing of seals',
        next: rotor
          ? 'weaker springs behind the bars, a smoother wall'
          : 'less squeeze on the o-ring, grease, a smoother bore',
      }
    case 'bearings':
      return {
        name: rotor ? 'Bearings and gears' : 'Bearings and valve gear',
        next: `thin oil in place of grease; free the ${rotor ? 'gears' : 'valve gear'}`,
      }
    case 'heat':
      return { name: 'Heat from the wall', next: 'nothing to print: warm walls help the air' }
  }
}
