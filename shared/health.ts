/** How something is that the shop depends on: well, to be looked at, or ill. */
export interface HealthPart {
  state: 'well' | 'look' | 'ill'
  /** what to do about it; empty where there is nothing to say */
  sentence: string
}

export interface HealthView {
  /** whether anything can be saved */
  ok: boolean
  /** nobody has an account yet */
  empty: boolean
  parts: Record<'database' | 'disk' | 'clock' | 'work' | 'backup', HealthPart>
}
