'use client'
import { color } from '../../../ui'
import type { Shown } from '../../shared'

/** Nozzle over a plate on a scale: the jet is turned aside and its momentum is weighed. */
export function PlatePicture({ diameterM, forceN, shown }: { diameterM: number; forceN: number; shown: Shown }) {
  return (
    <svg viewBox="0 0 620 150" width="100%" role="img" aria-label={`Jet on a plate: ${shown.text(forceN, 'force')}`}>
      <path d="M250 6H290V30L306 46H314L330 30V6H370V52H250Z" fill="none" stroke={color('ink')} strokeWidth="1.4" />
      <path
        d="M306 46V96C306 108 290 112 210 112H170L170 106H208C280 106 300 104 302 94V46Z"
        fill={color('pale')}
        opacity="0.7"
      />
      <path
        d="M314 46V96C314 108 330 112 410 112H450L450 106H412C340 106 320 104 318 94V46Z"
        fill={color('pale')}
        opacity="0.7"
      />
      <rect x="306" y="46" width="8" height="58" fill={color('pale')} />
      <rect x="150" y="113" width="320" height="6" fill={color('ink')} />
      <rect x="270" y="119" width="80" height="22" fill={color('field')} stroke={color('ink')} />
      <text x="310" y="134" textAnchor="middle" fontSize="12" fontWeight="600" className="num" fill={color('ink')}>
        {shown.text(forceN, 'force')}
      </text>
      <text x="386" y="28" fontSize="11" className="num" fill={color('ink')}>
        ⌀ {shown.text(diameterM, 'length')}
      </text>
      <path d="M470 52V113M466 58l4 -6l4 6M466 107l4 6l4 -6" fill="none" stroke={color('mute')} />
      <text x="480" y="86" fontSize="11" className="num" fill={color('ink')}>
        {shown.text(6 * diameterM, 'length')} or more
      </text>
    </svg>
  )
}
