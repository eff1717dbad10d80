import { isTestBell, type BellView, type JobBellKind } from '#shared/bells'
import { testFaces } from '../../leaktest/testFaces'
import type { StateLook } from './stateLooks'

interface BellFace {
  colour: StateLook | 'time'
  to: (bell: BellView) => string
}

const toJob = ({ jobId }: BellView) => `/jobs/${jobId}`
const jobBells: Record<JobBellKind, BellFace> = {
  'cure': { colour: 'time', to: toJob },
  'move': { colour: 'time', to: toJob },
  'fuel': { colour: 'time', to: toJob },
  'work time': { colour: 'leaking', to: ({ jobId }) => `/bench/repairs/${jobId}/now` },
  'stage': { colour: 'time', to: ({ jobId, subjectId }) => `/bench/repairs/${jobId}/${subjectId}` },
  'trial': { colour: 'sealed', to: toJob },
  'temporary': { colour: 'unsure', to: toJob },
  'approval': { colour: 'unsure', to: toJob },
  'look': { colour: 'sealed', to: ({ jobId }) => `/jobs/${jobId}/prove` },
  'owner': { colour: 'leaking', to: toJob },
  'promise': { colour: 'time', to: toJob },
  // Only a hold reads the pressure that rings.
  'pressure': { colour: 'leaking', to: ({ subjectId }) => `/bench/${subjectId}` },
  'vapour': { colour: 'time', to: ({ jobId }) => `/jobs/${jobId}/safe#vapour-title` },
}

/** The colour of a bell on the rope, and where it leads. */
export function bellFace(bell: BellView): { colour: StateLook | 'time'; to: string } {
  const { kind, jobId, subjectId } = bell
  if (!isTestBell(kind)) return { colour: jobBells[kind].colour, to: jobBells[kind].to(bell) }
  if (kind === 'rig') return { colour: 'time', to: `/shelf/rig/${subjectId}` }
  return { colour: testFaces[kind].bell, to: testFaces[kind].page({ id: subjectId, jobId }) }
}
