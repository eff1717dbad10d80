import { debriefFrom, debriefOf, type Debrief, type Ending } from '../../../core/practice/debrief'
import type { World } from '../../../core/practice/hunt'
import { huntBegun } from '../../../core/practice/ladder'
import type { RungKey } from '../../../core/practice/rungs'
import { isMended, take, type Search, type SearchState, type Step } from '../../../core/practice/search'
import type { JobView } from '../../../shared/views'
import { huntOnJob } from './huntOnJob'

/** A step of a hunt from its state on. Its holds are simulated, and its debrief plans: work of tenths of a second to seconds. */
export interface HuntTask {
  hunt: { seed: number; world: World; rung: RungKey | null }
  state: SearchState
  /** what is done next, or how it ends */
  step: Step | Exclude<Ending, 'mended'>
}
/** A hunt on the screens of a job, once it ends. */
export interface JobHuntTask {
  hunt: HuntTask['hunt']
  job: JobView
  ending: Ending
  at: number
}
export interface HuntDone {
  state: SearchState
  /** once nothing is wrong any more, or it was given up */
  debrief: Debrief | null
}

export function huntWork(task: HuntTask | JobHuntTask): HuntDone {
  const hunt = huntBegun(task.hunt)
  if ('job' in task) {
    const { steps, search } = huntOnJob(hunt, task.job, task.at)
    return { state: stateOf(search), debrief: debriefFrom(steps, search, task.ending, search.verdict === 'sealed') }
  }
  const { state, step } = task
  const search = typeof step === 'string' ? { ...state, hunt } : take({ ...state, hunt }, step)
  const ending = isMended(search) ? 'mended' : typeof step === 'string' ? step : null
  const done = search.steps.map(each => each.step)
  return { state: stateOf(search), debrief: ending && debriefOf(hunt, done, ending) }
}
const stateOf = ({ hunt: _, ...state }: Search): SearchState => state
