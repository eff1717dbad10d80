import { repairMaterials } from '../../repair/material/repairMaterials'
import { workTime } from '../../repair/cure/potLife'
import { lowerFirst } from '../../words/words'
import type { Drawer } from './draw'
import type { Question } from './question'

const MASSES = [50, 100, 300, 600] as const // g
const WARMTHS = [8, 15, 25, 32, 38] as const // °C
/** Wrong answers are so many times the right one: as by hand without the day's warmth, or without the cup. */
const WRONG = [0.4, 2.2, 4] as const

/** How long a cup can be worked on a day, from its sheet, its size and the warmth. @returns null where nothing sets there */
export function workTimeQuestion(draw: Drawer): Question | null {
  const mixed = repairMaterials.filter(({ cure, ratio }) => cure !== null && cure.potLife > 0 && ratio !== null)
  const material = draw.one(mixed, 'material')
  const [grams, celsius] = [draw.one(MASSES, 'mass'), draw.one(WARMTHS, 'warmth')]
  const time = workTime(material.cure!, celsius + 273.15, {
    mass: grams / 1000,
    density: material.ratio!.baseDensity,
    depth: null,
  })
  if (time === null) return null
  const rounded = (minutes: number) => (minutes < 10 ? Math.max(1, Math.round(minutes)) : 5 * Math.round(minutes / 5))
  const right = rounded(time / 60)
  const others = draw.shuffled(WRONG, 'wrong').map(times => rounded((times * time) / 60))
  const minutes = [...new Set([right, ...others])].slice(0, 3)
  if (minutes.length < 3) return null
  const sheet = material.cure!
  return {
    key: `work time ${material.key} ${grams} ${celsius}`,
    topic: 'work time',
    ask: `${material.name}: the sheet says ${Math.round(sheet.potLife / 60)} min at ${Math.round(sheet.referenceTemperature - 273.15)} °C. A cup of ${grams} g, mixed at ${celsius} °C: how long can it be worked?`,
    choices: [...minutes]
      .sort((a, b) => a - b)
      .map(each => ({
        key: String(each),
        words: `About ${each} min`,
        why:
          each === right
            ? `Half the time for each 10 degrees warmer, and less for a cup that warms itself: about ${right} min of ${lowerFirst(material.name)}.`
            : each > right
              ? 'It has set by then, or is too thick to wet the metal.'
              : 'There is more time than that; hurry makes thin places.',
      })),
    right: String(right),
  }
}
