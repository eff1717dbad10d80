import type { PartFamily } from './boundary'
import type { Circuit, TiedPart } from './circuit'

/** Where a leak is a hole in a wall, which pressure does not open. */
const rigid: readonly PartFamily[] = ['wall']

/** Whether more pressure can open a leak of such a part that less keeps shut: a seal, a joint, a seam. */
export const pressureOpens = (family: PartFamily): boolean => !rigid.includes(family)

/** Below this share of the working pressure a test says nothing of what pressure can open. */
const ENOUGH_PRESSURE = 0.5

/**
 * Whether what a part felt in a test is enough to say something of it: a check valve on the way takes its cracking pressure off.
 * @param opens whether more pressure can open a leak of it @param felt, working Pa gauge, either side of zero
 */
export const feelsEnough = (opens: boolean, felt: number, working: number): boolean =>
  !opens || Math.abs(felt) >= ENOUGH_PRESSURE * working

const skin: readonly PartFamily[] = ['seam', 'rivets', 'rib', 'wall', 'lining']

/** Whether a part is the tank's own skin, and not something that is fitted to it. */
export const isSkin = (family: PartFamily): boolean => skin.includes(family)

/**
 * Whether a part belongs to a vapour system with a canister: it works under pressure as the tank warms and under vacuum as the
 * engine draws, and is tested both ways (general trade practice on evaporative systems).
 */
export function isVapourSystem(part: TiedPart, { spaces }: Circuit): boolean {
  if (!spaces.some(space => space.kind === 'chamber')) return false
  const own = spaces.find(space => space.id === part.space)
  return own?.kind === 'chamber' || (own?.kind === 'line' && own.carries === 'vapour')
}
