import { shutWord } from '#core/circuit/circuit'
import type { Unreached } from '#core/circuit/reach'
import type { JobView } from '#shared/views'
import { lowerFirst } from './lowerFirst'

/** How a closure in an opening's place is called. */
export const closureWords = {
  own: 'own closure',
  capped: 'end capped',
  fed: 'fed at its end',
  plug: 'plug',
  pinch: 'pinched',
  plate: 'plate',
  tape: 'tape',
  rig: 'fed, in its place',
  open: 'left open',
} as const

/** Why a part says nothing in a test, as the end of a sentence. */
export function unreachedWords(job: Pick<JobView, 'circuit'>, unreached: Unreached): string {
  switch (unreached.why) {
    case 'closed':
      return unreached.closure === 'rig'
        ? 'the rig stands in its place'
        : `a ${unreached.closure === 'pinch' ? 'pinch' : unreached.closure} stands in its place`
    case 'unanswered':
      return 'nobody said how it is closed'
    case 'no feed':
      return 'nobody said where air goes in'
    case 'untied':
      return 'tied to nothing on the map'
    case 'no way':
      return 'no line leads there'
    case 'valve': {
      const link = job.circuit.links.find(each => each.id === unreached.linkId)
      const name = lowerFirst(link?.name ?? 'a valve')
      if (unreached.how === 'against its way') return `the ${name} lets through the other way only`
      if (unreached.how === 'below its cracking pressure') return `the ${name} does not open at this pressure`
      return link
        ? `the ${name} is ${link.normally === 'shut' && link.kind !== 'passage' ? 'shut' : shutWord(link)}`
        : 'a valve is shut'
    }
  }
}

/** The parts that are not reached, grouped by why. */
export function unreachedGroups(
  job: Pick<JobView, 'circuit' | 'parts'>,
  unreached: readonly Unreached[],
): { why: string; parts: string[] }[] {
  const groups = new Map<string, string[]>()
  for (const each of unreached) {
    const why = unreachedWords(job, each)
    groups.set(why, [...(groups.get(why) ?? []), job.parts.find(part => part.id === each.partId)?.name ?? 'a part'])
  }
  return [...groups].map(([why, parts]) => ({ why, parts }))
}
