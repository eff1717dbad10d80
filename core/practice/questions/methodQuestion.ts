import { metals, plastics, usualDefect, type DefectKind, type DefectMaterial } from '../../repair/defect/defect'
import { craftKinds, type CraftKind } from '../../circuit/tankKinds'
import { defectNoun, limitOf, unfit, type RepairCase } from '../../repair/method/fit'
import { repairMethod, repairMethodKeys } from '../../repair/method/repairMethods'
import { fuelName, fuels } from '../../fuel/fuels'
import { lowerFirst } from '../../words/words'
import type { Drawer } from './draw'
import type { Question } from './question'

/** Where a leak is of the wall itself, what the wall can be of. */
const wallsOf: Partial<Record<DefectKind, readonly DefectMaterial[]>> = {
  seam: metals,
  pinholes: metals,
  rivet: metals,
  fillet: metals,
  weld: metals,
  crack: [...metals, ...plastics],
  rubbed: [...metals, ...plastics],
  drilled: [...metals, ...plastics],
  gnawed: plastics,
}
const whats = Object.keys(wallsOf) as DefectKind[]

/** Which of some methods cannot work on what is there, and why. @returns null where the draw makes no question */
export function methodQuestion(draw: Drawer): Question | null {
  const leaking = draw.one(whats, 'what')
  const its: RepairCase = {
    defect: { ...usualDefect(null, 'sheet steel', null), what: leaking, material: draw.one(wallsOf[leaking]!, 'material') },
    family: null,
    craft: draw.one(craftKinds, 'craft'),
    fuel: draw.one(fuels, 'fuel').key,
  }
  const all = draw.shuffled(repairMethodKeys, 'methods').map(key => ({ key, why: unfit(key, its) }))
  const fit = all
    .filter(({ key, why }) => {
      const { mends, families } = repairMethod(key)
      return why === null && mends.includes(leaking) && (families.length === 0 || families.includes('wall'))
    })
    .slice(0, 2)
  // What stands against it is the craft, the metal or the wall: that a seal is not welded teaches nobody.
  const not = all.find(({ key }) => limitOf(key, its) !== null)
  if (fit.length < 2 || !not) return null
  const { what, material } = its.defect
  return {
    key: `method ${what} ${material} ${its.craft} ${its.fuel} ${not.key} ${fit.map(({ key }) => key).join(' ')}`,
    topic: 'method',
    ask: `There is ${defectNoun(what)} in ${material} that leaks ${lowerFirst(fuelName(its.fuel))}, on ${craftWords[its.craft]}. Which of these is refused?`,
    choices: draw.shuffled(
      [not, ...fit].map(({ key, why }) => ({
        key,
        words: repairMethod(key).doing,
        why: why === null ? 'Nothing known here stands against it.' : `It cannot: ${why}.`,
      })),
      'order',
    ),
    right: not.key,
  }
}
const craftWords: Record<CraftKind, string> = {
  'road vehicle': 'a road vehicle',
  'boat': 'a boat',
  'light aircraft': 'a light aircraft',
  'small equipment': 'small equipment',
  'heavy vehicle': 'a heavy vehicle',
}
