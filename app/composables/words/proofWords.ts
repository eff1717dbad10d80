import { wetLook } from '#core/leaktest/wet/wetLooks'
import { lowerFirst } from '#core/words/words'
import type { ProofEntryView } from '#shared/record/kinds/proof'
import type { Short } from './recordRows'
import { waitText } from './times'

/** How a step in use was watched: in which way, how long, how far it went and how it leant, as far as somebody said. */
export const proofConditions = (
  { look, watched, distance, tilt }: Pick<ProofEntryView, 'look' | 'watched' | 'distance' | 'tilt'>,
  short: Short,
): string[] => [
  ...(look ? [lowerFirst(wetLook(look).name)] : []),
  ...(watched ? [`watched ${waitText(watched)}`] : []),
  ...(distance ? [`after ${short('distance', distance)}`] : []),
  ...(tilt ? [`leaning ${short('angle', tilt)}`] : []),
]
