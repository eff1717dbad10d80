import { proposedClosures } from '../../circuit/proposedClosures'
import { reach } from '../../circuit/reach'
import { tankKinds } from '../../circuit/tankKinds'
import { tiedPartsOf } from '../hunt'
import { lowerFirst } from '../../words/words'
import type { Drawer } from './draw'
import type { Question } from './question'

/** Which of some parts a hold does not reach with a line pinched or a valve shut. @returns null where all or none is reached */
export function reachQuestion(draw: Drawer): Question | null {
  const tank = draw.one(tankKinds, 'tank')
  const parts = tiedPartsOf(tank)
  const closable = tank.circuit.links.filter(({ kind, pinch }) => pinch || kind === 'tap' || kind === 'solenoid')
  if (closable.length === 0) return null
  const link = draw.one(closable, 'link')
  const setup = { closures: proposedClosures(parts), pressure: tank.workingPressure }
  const open = reach(tank.circuit, parts, { ...setup, links: { [link.id]: 'open' } }).reached
  const shut = reach(tank.circuit, parts, { ...setup, links: { [link.id]: 'shut' } }).reached
  const cutOff = draw.shuffled(
    parts.filter(({ id }) => open.includes(id) && !shut.includes(id)),
    'off',
  )[0]
  const still = draw
    .shuffled(
      parts.filter(({ id }) => shut.includes(id)),
      'still',
    )
    .slice(0, 2)
  if (!cutOff || still.length < 2) return null
  const fed = parts.find(({ id }) => setup.closures[id] === 'fed')!
  const how = link.pinch ? 'pinched shut' : 'shut'
  return {
    key: `reach ${tank.key} ${link.id} ${cutOff.id} ${still.map(({ id }) => id).join(' ')}`,
    topic: 'reach',
    ask: `${tank.name}, fed at: ${lowerFirst(fed.name)}. ${link.name}: ${how}. Which of these does the hold say nothing of?`,
    choices: draw.shuffled(
      [cutOff, ...still].map(({ id, name }) => ({
        key: id,
        words: name,
        why:
          id === cutOff.id
            ? `The pressure comes to it only past “${lowerFirst(link.name)}”, which is ${how}: quiet there is no evidence.`
            : 'The pressure comes to it another way.',
      })),
      'order',
    ),
    right: cutOff.id,
  }
}
