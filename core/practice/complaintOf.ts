import type { Cause } from '../complaint/causes'
import type { SignKey } from '../complaint/keys'
import { signOfCause } from '../complaint/observations'
import { likelihoods, opposites, signs, singleGroups } from '../complaint/signs'
import { CODE_BASE, codeClasses, troubleCodes } from '../complaint/troubleCodes'
import { uniformAt } from '../standin/seededRandom'

const draws = { sign: 220, wrong: 221, instead: 222, order: 223, codes: 224, which: 225 } as const

/** How often somebody says what there was to say (as the search has it). */
const SAID = 0.35
/** Of the wilder set: how often somebody says another thing of the same kind. */
const WRONGLY = 0.1

/** How likely a sign is with faults that each can show it (noisy-or; Pearl 1988). @param causes null for one on no list */
function chanceOf(key: SignKey, base: number, causes: readonly (Cause | null)[]): number {
  const chances = causes.map(cause => {
    const shown = cause && signOfCause(cause, key)
    return shown ? likelihoods[shown[0]] : base
  })
  return 1 - chances.reduce((product, chance) => product * (1 - chance), 1)
}

/**
 * What somebody says of a tank who does not know what is wrong with it: signs by their likelihoods, of which some go unsaid, and what
 * the engine's computer stored. There is always something to say.
 * @param causes what is wrong; null for something on no list
 * @param codes whether the craft stores trouble codes of its vapour system
 * @param wild people say another thing now and then
 */
export function complaintOf(
  seed: number,
  causes: readonly (Cause | null)[],
  { codes, wild }: { codes: boolean; wild: boolean },
): { signs: SignKey[]; codes: string[] } {
  const draw = (what: keyof typeof draws, index: number) => uniformAt(seed, draws[what], index)
  const heard = signs
    .map((sign, k) => ({ sign, k, chance: chanceOf(sign.key, sign.base, causes) }))
    .sort((a, b) => draw('sign', a.k) / a.chance - draw('sign', b.k) / b.chance)
    .filter(({ k, chance }, at) => at === 0 || draw('sign', k) < SAID * chance)
    .map(({ sign, k }) => {
      if (!wild || draw('wrong', k) >= WRONGLY) return sign
      const like = signs.filter(each => each.group === sign.group)
      return like[Math.floor(draw('instead', k) * like.length)]!
    })
  const said: SignKey[] = []
  for (const { key, group } of heard) {
    const single = singleGroups.includes(group) && said.some(each => signs.find(one => one.key === each)!.group === group)
    const against = opposites.some(
      pair => pair.includes(key) && pair.some(other => other !== key && said.includes(other as SignKey)),
    )
    if (!single && !against && !said.includes(key)) said.push(key)
  }
  return { signs: said, codes: codes ? storedFor(causes, draw) : [] }
}

/** A code of each class that the faults set. */
function storedFor(causes: readonly (Cause | null)[], draw: (what: keyof typeof draws, index: number) => number): string[] {
  return codeClasses.flatMap((codeClass, k) => {
    const chances = causes.map(cause => {
      const shown = cause?.codes?.[codeClass]
      return shown ? likelihoods[shown[0]] : CODE_BASE / 3
    })
    const chance = 1 - chances.reduce((product, each) => product * (1 - each), 1)
    const like = troubleCodes.filter(each => each.of === codeClass)
    return draw('codes', k) < chance && like.length > 0 ? [like[Math.floor(draw('which', k) * like.length)]!.code] : []
  })
}
