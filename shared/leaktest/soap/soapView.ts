import type { WatchedMark } from '../../../core/leaktest/soap/watchedMarks'
import type { TestViewOf } from '../testView'

export interface SoapView extends TestViewOf<'soap'> {
  /** what each part showed, as far as it was watched */
  marks: WatchedMark[]
  /** when the watch over each part began */
  watching: { partId: string; since: number }[]
}
