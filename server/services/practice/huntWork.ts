import { debriefOf, type Debrief } from '../../../core/practice/debrief'
import { huntOf, type World } from '../../../core/practice/hunt'
import { isMended, take, type SearchState, type Step } from '../../../core/practice/search'

/** A step of a hunt from its state on. Its holds are simulated, and its debrief plans: work of tenths of a second to seconds. */
export interface HuntTask {
  seed: number
  world: World
  state: SearchState
  /** null to end it as it stands */
  step: Step | null
}
export interface HuntDone {
  state: SearchState
  /** once nothing is wrong any more, or it was given up */
  debrief: Debrief | null
}

export function huntWork({ seed, world, state, step }: HuntTask): HuntDone {
  const hunt = huntOf(seed, world)
  const search = step ? take({ ...state, hunt }, step) : { ...state, hunt }
  const { hunt: _, ...rest } = search
  return {
    state: rest,
    debrief:
      step === null || isMended(search)
        ? debriefOf(
            hunt,
            search.steps.map(each => each.step),
          )
        : null,
  }
}
