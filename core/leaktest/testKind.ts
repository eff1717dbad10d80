/** A kind of test in the trade's words, and what it is by nature. */
export interface TestKind {
  /** with a number it names one test: Hold 2 */
  name: string
  /** one letter for charts and tight lists */
  sign: string
  /** one sentence while such a test runs */
  running: string
  /** it measures one rate over all that it reached, it looks at part after part, or (smoke with its tube) both */
  says: 'rate' | 'looks' | 'both'
  /** what is tested: a tank, or a rig from the Shelf on its own */
  subject: 'tank' | 'rig'
  /** whether air or smoke goes in, at exactly one opening, and reaches what it reaches from there */
  feeds: boolean
  /** whether what goes in must not come out at an open end, or nothing would hold */
  mustHold: boolean
  /** keys of the kinds that may run on the same tank at the same time; said by one of the two */
  besides: readonly string[]
}
