import { countOf, listWords, lowerFirst } from '#core/words/words'
import { stampText } from './times'
import type { RestsOn, TrustKind, TrustLine } from '#shared/restsOn'

/** What is taken on trust, and what would check it. */
const trustWords: Record<TrustKind, (about: string) => string> = {
  'limits raised': about => `${about}.`,
  'pressure lowered': about => `${about}. The plate or the manual says which.`,
  'drawn where no fuel stands': about =>
    `On the map ${lowerFirst(about)} moved to where no fuel stands, and may leak more there.`,
  'part off the map': about => `${about} was taken off the map: it was not tested, nor what closes its place.`,
  'struck out': about => `${about} was struck out.`,
  'blamed on the rig': about => `A leak was put down to the rig: ${about}. A check of that rig shows whether it was.`,
  'answered by a touch': about => `${about}, and then it was tight. Nobody found the leak.`,
  'typed later': about => `${about}. It was typed only after the test that came after it.`,
  'cannot be held': () => 'Nothing can be held any more, so that looks alone close what was measured.',
  'step left out': about => `A step of the repair was left out: ${about}.`,
  'step cut short': about => `A step of the repair was ended before its time, or without its photograph: ${about}.`,
  'step in use left out': about => `A step in use was left out: ${about}.`,
  'file without dates': about => `${about}: the file has no dates, and when it was taken is somebody’s word.`,
  'volume typed': about => `${about}: the gas volume was typed and never checked. A push of air shows it.`,
  'volume contradicted': about => `${about}: a push of air told another gas volume, and the typed one was kept.`,
  'smallest mark typed': about =>
    `${about}: the smallest mark of the gauge or flow tube was typed. A gauge on the Shelf has it checked.`,
  'rig leak typed': about => `${about}: the leak of the rig was typed. A check of the rig measures it.`,
  'one instrument alone': about => `${about}. Hold again when nothing moves, or with soap.`,
  'weather differs': about => `${about}. One of the two barometers was not read in this weather.`,
  'another job open': about =>
    `${about} of this tank is open too: what was found and done there is not counted here. Close one of the two.`,
  'one test alone': about => `All of it rests on ${lowerFirst(about)}. A second test, or soap, would bear it out.`,
}
export const trustSentence = ({ kind, about }: TrustLine): string => trustWords[kind](about)

/** Who and when and why, as far as the record has it beside what it is about. */
export const trustSource = ({ by, at, why }: TrustLine): string =>
  [by, at === null ? null : stampText(at), why].filter(Boolean).join(', ')

/** How the evidence that stands is known: "9 parts measured, 2 watched". */
export function restsOnSentence({ measured, watched, said }: RestsOn): string {
  const known = [
    ...(measured > 0 ? [`${countOf(measured, 'part')} measured by an instrument with a clock of its own`] : []),
    ...(watched > 0 ? [`${measured > 0 ? watched : countOf(watched, 'part')} watched by the program`] : []),
    ...(said > 0 ? [`${measured + watched > 0 ? said : countOf(said, 'part')} on somebody’s word`] : []),
  ]
  return known.length > 0 ? `${listWords(known)}.` : 'No part has evidence that stands.'
}
