import { shortFigure } from '#shared/writing'
import type { Fixing } from '#core/circuit/fixings'
import type { StripView } from '#shared/record/kinds/strip'

/** What was noted as a thing came off, as far as it matters for putting it on: `faced aft · M6 x 20 · 8 N·m · worn`. */
export const stripDetails = ({ facing, fastener, torque, condition }: StripView): string =>
  [facing && `faced ${facing}`, fastener, torque && `${shortFigure(torque, 3)} N·m`, condition === 'good' ? '' : condition]
    .filter(Boolean)
    .join(' · ')

/** What a thing wants as it goes on: what is renewed, what it is wetted with, which way it faces. */
export function refitNeeds(fixing: Fixing | null): string {
  if (!fixing) return ''
  const { renew, lubricant, lock, orientation, routing, torque } = fixing.needs
  return [
    renew && `new ${renew}`,
    lubricant,
    lock && 'pull on it: it must be locked',
    orientation && 'the way it faced',
    routing && 'no sag, no kink, nothing to rub on',
    torque && `torque: ${torque}`,
    fixing.kind === 'ground' && 'ground on',
  ]
    .filter(Boolean)
    .join(' · ')
}
