import type { CauseKey } from '#core/complaint/keys'

/** What is known of a leak when somebody begins to tell of it; all of it may be empty. */
export interface SeenStart {
  on?: 'tank' | 'rig'
  /** what it turned out to be, and the parts that this can sit on, likeliest first */
  cause?: CauseKey
  among?: string[]
  /** the photograph that shows it */
  photoId?: string
  /** the test in which the rig showed it, and the find that was taken for the tank's */
  testId?: string
  insteadOf?: string
  partId?: string
}
