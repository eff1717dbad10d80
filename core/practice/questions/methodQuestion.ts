import { defectKinds, defectMaterials, type Defect } from '../../repair/defect/defect'
import { craftKinds, type CraftKind } from '../../circuit/tankKinds'
import { defectNoun, limitOf, unfit, type RepairCase } from '../../repair/method/fit'
import { repairMethodKeys, repairMethodName } from '../../repair/method/repairMethods'
import { fuelName, fuels } from '../../fuel/fuels'
import { lowerFirst } from '../../words/words'
import type { Drawer } from './draw'
import type { Question } from './question'

const plain: Omit<Defect, 'what' | 'material'> = {
  length: null,
  wall: 'sound',
  pinholes: null,
  before: [],
  outside: true,
  inside: [],
  nearMount: false,
  moves: false,
  face: null,
}

/** Which of some methods cannot work on what is there, and why. @returns null where the draw makes no question */
export function methodQuestion(draw: Drawer): Question | null {
  const its: RepairCase = {
    defect: { ...plain, what: draw.one(defectKinds, 'what'), material: draw.one(defectMaterials, 'material') },
    family: null,
    craft: draw.one(craftKinds, 'craft'),
    fuel: draw.one(fuels, 'fuel').key,
  }
  const all = draw.shuffled(repairMethodKeys, 'methods').map(key => ({ key, why: unfit(key, its) }))
  const fit = all.filter(({ key, why }) => why === null && key !== 'renew-tank').slice(0, 2)
  // What stands against it is the craft, the metal or the wall: that a seal is not welded teaches nobody.
  const not = all.find(({ key }) => limitOf(key, its) !== null)
  if (fit.length < 2 || !not) return null
  const { what, material } = its.defect
  return {
    key: `method ${what} ${material} ${its.craft} ${its.fuel} ${not.key} ${fit.map(({ key }) => key).join(' ')}`,
    topic: 'method',
    ask: `There is ${defectNoun(what)} of ${material} that leaks ${lowerFirst(fuelName(its.fuel))}, on ${craftWords[its.craft]}. Which of these cannot work?`,
    choices: draw.shuffled(
      [not, ...fit].map(({ key, why }) => ({
        key,
        words: repairMethodName(key),
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
