import {
  judgeRelief,
  judgeValve,
  sensorIsTrue,
  standsAtRest,
  type ReliefFault,
  type ValveFault,
} from '#core/leaktest/instrument/instrumentJudgements'
import { senderStandard } from '#core/leaktest/instrument/senderStandards'
import { judgeSweep, type SweepFault } from '#core/leaktest/instrument/senderSweep'
import { countOf, listWords } from '#core/words/words'
import type { InstrumentFacts } from '#shared/record/kinds/instruments'
import type { JobView } from '#shared/views'
import type { Short } from './recordRows'
import type { StateLook } from './stateLooks'

const share = (level: number) => `${Math.round(level * 100)} %`
const faultWords: Record<SweepFault['kind'], (fault: SweepFault) => string> = {
  'open': ({ from, to }) => (from === to ? `open at ${share(from)}` : `open from ${share(from)} to ${share(to)}`),
  'jump': ({ from, to }) => `jumps between ${share(from)} and ${share(to)}`,
  'flat': ({ from, to }) => `nothing moves from ${share(from)} to ${share(to)}`,
  'backwards': ({ from, to }) => `runs back between ${share(from)} and ${share(to)}`,
  'wrong way': () => 'goes the wrong way round for this gauge',
  'empty end': () => 'its empty end is off',
  'full end': () => 'its full end is off',
}
export const sweepFaultText = (fault: SweepFault): string => faultWords[fault.kind](fault)

const valveWords: Record<ValveFault, string> = {
  'stuck open': 'passes air either way: stuck open',
  'stuck closed': 'passes no air either way: stuck shut',
  'the other way round': 'does the opposite of what it should: plugged in the wrong way, or the wrong valve',
}
const reliefWords: Record<ReliefFault, string> = {
  'opens too early': 'lets go far below the limit',
  'does not open': 'does not let go below the limit',
  'does not let air in': 'lets no air in',
}

/** What a check of an instrument comes to: a sentence, and whether it is good. */
export function instrumentVerdict(
  facts: InstrumentFacts,
  job: Pick<JobView, 'circuit' | 'pressureLimit'>,
  short: Short,
): { look: StateLook; name: string; text: string } {
  switch (facts.kind) {
    case 'sender': {
      const { faults, conclusive, fits, coarsest } = judgeSweep(facts.points, senderStandard(facts.standard))
      const filled = facts.floatFilled ? ['the float is filled'] : []
      const name = `Sender, ${countOf(facts.points.length, 'reading')}${facts.simulated ? ' (simulated ohmmeter)' : ''}`
      if (faults.length + filled.length > 0)
        return {
          look: 'leaking',
          name,
          text: `${listWords([...faults.map(sweepFaultText), ...filled])}${fits ? `; its ends are those of ${fits.name}` : ''}`,
        }
      return conclusive
        ? { look: 'sealed', name, text: `good from end to end, looked at every ${share(coarsest)}` }
        : {
            look: 'unsure',
            name,
            text: `nothing wrong seen, but up to ${share(coarsest)} of its travel, or an end, was not looked at`,
          }
    }
    case 'sensor': {
      const good = sensorIsTrue(facts.volts, facts.zero)
      const text = `${short('volts', facts.volts)} with the cap off, ${short('volts', facts.zero)} by the manual`
      return {
        look: good ? 'sealed' : 'leaking',
        name: 'Tank pressure sensor',
        text: good ? text : `${text}: every code that rests on it is suspect`,
      }
    }
    case 'valve': {
      const link = job.circuit.links.find(each => each.id === facts.link)
      const fault = link ? judgeValve(standsAtRest(link), facts.passesAtRest, facts.passesSwitched) : null
      return {
        look: fault ? 'leaking' : 'sealed',
        name: link?.name ?? 'A valve',
        text: fault ? valveWords[fault] : 'does as it is told',
      }
    }
    case 'relief': {
      const faults = judgeRelief(facts.opensAt, facts.opensUnder, job.pressureLimit)
      const at = facts.opensAt === null ? 'holds up to the limit' : `lets go at ${short('pressure', facts.opensAt)}`
      return {
        look: faults.length ? 'leaking' : 'sealed',
        name: 'Cap relief',
        text: faults.length ? `${at}: ${listWords(faults.map(fault => reliefWords[fault]))}` : at,
      }
    }
  }
}
