'use client'
import { memo, type ReactNode } from 'react'
import type { HandKind } from '../../../core/bench'
import { color } from '../../../ui'

const [W, H] = [300, 132]
const FLOOR = 116

const Spring = (): ReactNode => {
  const coils = Array.from({ length: 7 }, (_, i) => 46 + i * 8)
  return (
    <>
      <rect x="96" y={FLOOR - 12} width="88" height="12" fill={color('field')} stroke={color('ink')} />
      <path
        d={coils.map((y, i) => `${i === 0 ? 'M' : 'L'}${i % 2 === 0 ? 122 : 158} ${y}`).join('') + `L140 ${FLOOR - 12}`}
        fill="none"
        stroke={color('copper')}
        strokeWidth="3"
        strokeLinejoin="round"
      />
      <path d="M104 44h72M140 44V20" stroke={color('ink')} strokeWidth="2" />
      <path d="m134 26 6 10 6-10z" fill={color('ink')} />
      <path d={`M204 44h12M204 ${FLOOR - 12}h12M210 44V${FLOOR - 12}`} stroke={color('mute')} />
      <text x="150" y="18" fontSize="10" fill={color('mute')}>
        load
      </text>
      <text x="220" y="78" fontSize="10" fill={color('mute')}>
        length
      </text>
      <text x="24" y={FLOOR - 2} fontSize="10" fill={color('mute')}>
        scale
      </text>
    </>
  )
}

const Rubbing = (): ReactNode => (
  <>
    <path d="M30 50h130M30 98h130M30 50v48" fill="none" stroke={color('ink')} strokeWidth="4" />
    <rect x="78" y="54" width="34" height="40" fill={color('field')} stroke={color('ink')} />
    <path d="M86 52v44M104 52v44" stroke={color('copper')} strokeWidth="4" />
    <path d="M112 74h74" stroke={color('ink')} strokeWidth="4" />
    <rect x="186" y="64" width="56" height="20" rx="4" fill={color('field')} stroke={color('ink')} />
    <path d="M198 70v8M208 70v8M218 70v8M228 70v8M242 74h22" stroke={color('ink')} />
    <path d="m262 68 10 6-10 6z" fill={color('ink')} />
    <path d="M46 38h52M52 33l-8 5 8 5zM92 33l8 5-8 5z" fill={color('mute')} stroke={color('mute')} />
    <text x="112" y="42" fontSize="10" fill={color('mute')}>
      both ways, slowly
    </text>
    <text x="80" y="116" fontSize="10" fill={color('mute')}>
      seal
    </text>
    <text x="186" y="104" fontSize="10" fill={color('mute')}>
      spring balance
    </text>
  </>
)

const Gap = (): ReactNode => (
  <>
    <circle cx="118" cy="66" r="54" fill="none" stroke={color('ink')} strokeWidth="4" />
    <circle cx="118" cy="66" r="45" fill={color('field')} stroke={color('ink')} />
    <circle cx="118" cy="66" r="5" fill={color('ink')} />
    {[20, 140, 260].map((deg) => (
      <path
        key={deg}
        d="M44 0H92"
        transform={`translate(118 66) rotate(${deg}) translate(3.5 0)`}
        stroke={color('copper')}
        strokeWidth="3"
      />
    ))}
    <text x="214" y="60" fontSize="10" fill={color('mute')}>
      a leaf that goes in,
    </text>
    <text x="214" y="74" fontSize="10" fill={color('mute')}>
      one that does not
    </text>
  </>
)

const Balance = (): ReactNode => (
  <>
    <circle cx="135" cy="60" r="44" fill={color('field')} stroke={color('ink')} strokeWidth="2" />
    <path d="M135 60 107 30" stroke={color('mute')} strokeDasharray="3 3" />
    <circle cx="106" cy="29" r="5" fill={color('copper')} />
    <path d="M52 66h166v7H52z" fill={color('mute')} fillOpacity="0.75" stroke={color('ink')} />
    <path d={`M64 73v${FLOOR - 73}M206 73v${FLOOR - 73}M52 ${FLOOR}h166`} stroke={color('ink')} strokeWidth="3" />
    <circle cx="135" cy="60" r="6" fill={color('ink')} />
    <text x="94" y="22" fontSize="10" fill={color('mute')} textAnchor="end">
      putty
    </text>
    <text x="224" y="74" fontSize="10" fill={color('mute')}>
      two level edges
    </text>
  </>
)

const Pull = (): ReactNode => (
  <>
    <path d={`M16 ${FLOOR}H284`} stroke={color('ink')} strokeWidth="2" />
    <rect x="50" y="68" width="92" height="28" rx="4" fill={color('field')} stroke={color('ink')} strokeWidth="2" />
    <circle cx="72" cy={FLOOR - 12} r="12" fill={color('field')} stroke={color('ink')} strokeWidth="3" />
    <circle cx="120" cy={FLOOR - 12} r="12" fill={color('field')} stroke={color('ink')} strokeWidth="3" />
    <path d="M142 84h44" stroke={color('ink')} strokeWidth="2" />
    <rect x="186" y="74" width="56" height="20" rx="4" fill={color('field')} stroke={color('ink')} />
    <path d="M198 80v8M208 80v8M218 80v8M228 80v8M242 84h22" stroke={color('ink')} />
    <path d="m262 78 10 6-10 6z" fill={color('ink')} />
    <path d="M96 40v22m-5-7 5 10 5-10" stroke={color('mute')} fill="none" />
    <text x="104" y="48" fontSize="10" fill={color('mute')}>
      its weight
    </text>
    <text x="186" y="66" fontSize="10" fill={color('mute')}>
      level, steady
    </text>
  </>
)

const Orifice = (): ReactNode => (
  <>
    <path d="M10 76H236M10 100H236" stroke={color('ink')} strokeWidth="3" />
    <path d="M128 76v9M128 91v9" stroke={color('copper')} strokeWidth="6" />
    <path d="M236 70v36h40V70z" fill={color('field')} stroke={color('ink')} strokeWidth="2" />
    {[70, 186].map((x) => (
      <g key={x}>
        <path d={`M${x} 76V58M${x} 42l6-7`} stroke={color('ink')} strokeWidth="2" />
        <circle cx={x} cy="42" r="15" fill="none" stroke={color('ink')} strokeWidth="2" />
      </g>
    ))}
    <path d="M20 88h30m-6-5 8 5-8 5z" stroke={color('mute')} fill={color('mute')} />
    <text x="128" y="122" fontSize="10" fill={color('mute')} textAnchor="middle">
      known hole
    </text>
    <text x="256" y="122" fontSize="10" fill={color('mute')} textAnchor="middle">
      machine
    </text>
  </>
)

const Tow = (): ReactNode => (
  <>
    <path d="M16 84q12-6 24 0t24 0 24 0 24 0 24 0 24 0 24 0 24 0 24 0 24 0 24 0" stroke={color('mute')} fill="none" />
    <path d="M40 66h92l-16 32H52z" fill={color('field')} stroke={color('ink')} strokeWidth="2" />
    <path d="M132 68h58M246 68h34" stroke={color('ink')} />
    <rect x="190" y="58" width="56" height="20" rx="4" fill={color('field')} stroke={color('ink')} />
    <path d="M202 64v8M212 64v8M222 64v8M232 64v8" stroke={color('ink')} />
    <path d="m276 62 10 6-10 6z" fill={color('ink')} />
    {[84, 264].map((x) => (
      <path key={x} d={`M${x} 24v22m0-22 12 5-12 5`} stroke={color('copper')} strokeWidth="2" fill="none" />
    ))}
    <path d="M90 42h168m-8-4 8 4-8 4" stroke={color('mute')} fill="none" />
    <text x="174" y="36" fontSize="10" fill={color('mute')} textAnchor="middle">
      marked way, by the watch
    </text>
    <text x="150" y="122" fontSize="10" fill={color('mute')} textAnchor="middle">
      deep, wide, still water
    </text>
  </>
)

const Coasting = (): ReactNode => (
  <>
    {[74, 204].map((x) => (
      <g key={x}>
        <circle cx={x} cy="62" r="36" fill={color('field')} stroke={color('ink')} strokeWidth="2" />
        <path d={`M${x - 20} 34a34 34 0 0 1 44 6m-8-2 8 2 1-8`} stroke={color('mute')} strokeWidth="2" fill="none" />
        <circle cx={x} cy="62" r="5" fill={color('ink')} />
      </g>
    ))}
    <circle cx="204" cy="62" r="22" fill="none" stroke={color('copper')} strokeWidth="6" />
    <text x="74" y="122" fontSize="10" fill={color('mute')} textAnchor="middle">
      alone
    </text>
    <text x="204" y="122" fontSize="10" fill={color('mute')} textAnchor="middle">
      with a known disc
    </text>
  </>
)

const Scale = (): ReactNode => (
  <>
    <path d={`M40 ${FLOOR}h220`} stroke={color('ink')} strokeWidth="2" />
    <rect x="82" y={FLOOR - 26} width="96" height="26" rx="3" fill={color('field')} stroke={color('ink')} />
    <path d={`M92 ${FLOOR - 30}h76v4H92z`} fill={color('mute')} stroke={color('ink')} />
    <rect x="112" y={FLOOR - 19} width="36" height="12" fill="none" stroke={color('mute')} />
    {[0, 1, 2].map((i) => (
      <g key={i}>
        <rect
          x={112 - i * 2}
          y={FLOOR - 46 - i * 18}
          width={36 + i * 4}
          height="16"
          rx="2"
          fill={i === 2 ? 'none' : color('copper')}
          stroke={color('copper')}
          strokeDasharray={i === 2 ? '3 3' : undefined}
        />
      </g>
    ))}
    <path d="M204 40v56m-5-9 5 10 5-10M228 96V40m-5 9 5-10 5 10" stroke={color('mute')} fill="none" />
    <text x="102" y={FLOOR - 52} fontSize="10" fill={color('mute')} textAnchor="end">
      known weights
    </text>
    <text x="216" y="32" fontSize="10" fill={color('mute')} textAnchor="middle">
      on, and off again
    </text>
  </>
)

const DRAWN: Readonly<Record<HandKind, { readonly draw: () => ReactNode; readonly says: string }>> = {
  spring: { draw: Spring, says: 'A spring on a scale under a known load, its length read beside it' },
  rubbing: { draw: Rubbing, says: 'A piston drawn through its cylinder by a spring balance, both ways' },
  gap: { draw: Gap, says: 'Leaves put between rotor and housing at three places' },
  balance: { draw: Balance, says: 'A rotor whose shaft lies on two level edges, putty on its light side' },
  orifice: {
    draw: Orifice,
    says: 'A plate with a known hole in the line before the machine, a gauge on either side of it',
  },
  coasting: {
    draw: Coasting,
    says: 'A rotor that coasts down alone, and with a disc of known inertia on its shaft',
  },
  scale: { draw: Scale, says: 'Known weights put one after the other on the scale as it stands on its rig' },
  tow: { draw: Tow, says: 'A boat drawn by a thread with a balance in it, timed over a marked way' },
  pull: { draw: Pull, says: 'A cart drawn level over its track by a spring balance' },
}

/** How it is set up. Not to scale: what is on the bench is smaller than the hand that holds it. */
export const HandPicture = memo(function HandPicture({ kind }: { kind: HandKind }) {
  const { draw: Draw, says } = DRAWN[kind]
  return (
    <svg viewBox={`0 0 ${W} ${H}`} width="100%" role="img" aria-label={says}>
      <Draw />
    </svg>
  )
})
