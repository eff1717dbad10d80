import type { SoapMark } from '../../../core/leaktest/soap/soap'
import type { TestViewOf } from '../testView'

export interface SoapView extends TestViewOf<'soap'> {
  /** the latest mark of each part */
  marks: { partId: string; mark: SoapMark; at: number }[]
}
