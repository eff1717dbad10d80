import type { Joint, JointEstimate } from '#core/hold/joint/jointEstimate'
import { listWords } from '#core/words/words'
import { rateText } from './rateText'
import { verdictWords } from './stateLooks'
import type { Apart, ApartReason, JointGroup } from '#shared/leaktest/hold/jointHolds'

/** Why a hold is not counted together with another, as the end of a sentence. */
const apartWords: Record<ApartReason, string> = {
  'simulated': 'one of the two is of a simulated tank',
  'other way': 'one pressed, the other drew',
  'other openings': 'its openings were closed otherwise',
  'other valves': 'its valves stood otherwise',
  'other fuel level': 'another part of the tank was under fuel',
  'other pressure': 'it was at another pressure',
  'other volume': 'it had another gas volume',
  'same time': 'both are of the same hour',
  'touched between': 'something that it reached was worked on between them',
  'rig mended between': 'a leak of the rig was mended between them',
  'cured between': 'a repair cured between them',
}

const leftOutWords: Record<Joint['leftOut'][number]['why'], string> = {
  'rises': 'what was found in its readings says that it cannot tell a tight tank',
  'older engine': 'an older engine judged it, without keeping what its readings say',
  'same readings': 'it has the same readings as another',
}

/** @param name of a hold by its id */
export const apartSentence = ({ from, why }: Apart, name: (id: string) => string) =>
  `Not counted together with ${name(from)}: ${apartWords[why]}.`

/** Which holds are one body of evidence. */
export const jointTitle = ({ joint, holds }: JointGroup): string => {
  const within = holds.filter(hold => joint.estimate === null || joint.estimate.holds.includes(hold.id))
  return `Holds ${listWords(within.map(hold => String(hold.number)))} together`
}

/** What is wrong with holds of one boundary, or left out of them; empty where nothing is. */
export function jointDoubts({ joint, holds }: JointGroup): string[] {
  const name = (id: string) => `Hold ${holds.find(hold => hold.id === id)!.number}`
  const others = (id: string) => listWords(holds.filter(hold => hold.id !== id).map(hold => String(hold.number)))
  return [
    ...(joint.contradicts
      ? [
          `${name(joint.contradicts.id)} contradicts ${holds.length > 2 ? 'holds' : 'hold'} ${others(joint.contradicts.id)}, and nothing was recorded between them: none of them seals anything. Look at the rig, its valve and the closures; if something was done to the tank, record it. Then hold again.`,
        ]
      : []),
    ...joint.leftOut.map(({ id, why }) => `${name(id)} is not in it: ${leftOutWords[why]}.`),
  ]
}

/** A rate and how sure it is. */
export function jointRate({ leakRate, above95, below95 }: JointEstimate): string {
  const above = rateText(above95)
  const sure = above === '0' ? '' : `above ${above} and `
  return `${rateText(leakRate)} mL/min, 95 % sure ${sure}below ${rateText(below95)}.`
}

/** A group of holds as its record tells it. */
export function jointSentence(group: JointGroup): string {
  const { estimate } = group.joint
  const said = estimate ? [`${jointTitle(group)}: ${verdictWords[estimate.verdict].toLowerCase()}, ${jointRate(estimate)}`] : []
  return [...said, ...jointDoubts(group)].join(' ')
}
