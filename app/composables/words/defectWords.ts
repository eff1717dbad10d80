import { figureText } from '#shared/writing'
import { defectNoun } from '#core/repair/method/fit'
import { pinholesPerRun, wallOf, type Defect, type DefectKind, type WayIn } from '#core/repair/defect/defect'
import { listWords } from '#core/words/words'
import { upperFirst } from './lowerFirst'
import type { Short } from './recordRows'

export const defectNames: Record<DefectKind, string> = {
  seal: 'Seal',
  hose: 'Hose',
  clamp: 'Clamp',
  thread: 'Thread',
  seam: 'Seam',
  pinholes: 'Pinholes',
  crack: 'Crack',
  rivet: 'Rivet or fastener',
  fillet: 'Fillet',
  weld: 'Weld',
  connector: 'Connector',
  gnawed: 'Gnawed',
  rubbed: 'Rubbed through',
  neck: 'Neck uneven',
  drilled: 'Hole drilled in',
}

const through: Record<WayIn, string> = {
  'plate': 'the plate',
  'sender': 'the sender',
  'filler': 'the filler',
  'neighbouring bay': 'the neighbouring bay',
  'new access hole': 'a new access hole only',
}

/** What is there, in two or three sentences. */
export function defectWords(defect: Defect, short: Short): string[] {
  const { what, length, material, before, outside, inside, pinholes, moves, nearMount, face } = defect
  const wall = wallOf(defect)
  const counted = pinholes
    ? `, ${pinholes.count} pinhole${pinholes.count === 1 ? '' : 's'} over ${short('length', pinholes.run)}: ${figureText(pinholesPerRun(pinholes.count, pinholes.run), 1)} in 25 mm`
    : ''
  const walls = { sound: 'sound after brushing', thinned: 'thinned', honeycomb: 'a sieve' }[wall]
  const reached = [
    outside ? 'from outside' : '',
    inside.length > 0 ? `from inside through ${listWords(inside.map(way => through[way]))}` : '',
  ].filter(Boolean)
  const smeared = before.filter(each => each !== 'nothing')
  return [
    `${upperFirst(defectNoun(what))}${length ? `, ${short('length', length)} between its marks` : ''}.`,
    `${upperFirst(material)}, ${walls}${counted}.`,
    reached.length > 0 ? `Reached ${listWords(reached)}.` : 'Nobody can reach it yet.',
    smeared.length > 0 ? `Before it: ${listWords(smeared)}.` : '',
    ...[moves ? 'It moves.' : '', nearMount ? 'A seam or mount is beside it.' : '', face ? `On the ${face} face.` : ''],
  ].filter(Boolean)
}
