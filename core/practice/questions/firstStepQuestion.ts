import { nextChecks } from '../../complaint/nextCheck'
import { signOf } from '../../complaint/signs'
import { suspectsOf } from '../../complaint/suspects'
import { huntOf, situationAtFirst } from '../hunt'
import { countOf, listWords } from '../../words/words'
import type { Drawer } from './draw'
import type { Question } from './question'

/** The best must tell so many times what another choice tells for its minutes, or it is no question. */
const CLEARLY = 3
const SEEDS = Array.from({ length: 400 }, (_, k) => k + 1)

/** What to do first on a complaint: what tells most for its minutes. @returns null where nothing stands out */
export function firstStepQuestion(draw: Drawer): Question | null {
  const hunt = huntOf(draw.one(SEEDS, 'hunt'))
  if (hunt.signs.length < 2 || hunt.signs.length > 6) return null
  const situation = situationAtFirst(hunt)
  const suspects = suspectsOf(situation)
  const { before } = nextChecks(situation, suspects)
  const [best, ...rest] = before
  const less = draw
    .shuffled(
      rest.filter(({ worth }) => best && worth * CLEARLY < best.worth),
      'less',
    )
    .slice(0, 2)
  if (!best || less.length < 2) return null
  const share = (information: number) => Math.round((100 * information) / suspects.entropy)
  return {
    key: `first step ${hunt.seed} ${less.map(({ check }) => check.key).join(' ')}`,
    topic: 'first step',
    ask: `${hunt.tank.name}. It ${listWords(hunt.signs.map(key => signOf(key).told))}${hunt.codes.length > 0 ? `; stored: ${hunt.codes.join(', ')}` : ''}. What first?`,
    choices: draw.shuffled(
      [best, ...less].map(({ check, information, minutes }) => ({
        key: check.key,
        words: check.name,
        why: `${check.key === best.check.key ? 'It tells most for its minutes' : 'It tells less for its minutes'}: ${countOf(minutes, 'minute')} for ${share(information)} % of the doubt. ${check.how}`,
      })),
      'order',
    ),
    right: best.check.key,
  }
}
