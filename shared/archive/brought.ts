/** A reading of a shop's thermometer. Times ms since 1970, temperatures K. */
export interface BroughtTemperature {
  at: number
  temperature: number | null
  lowest: number | null
  since: number | null
}

/** Where a job was brought in from. */
export interface Brought {
  shop: string
  /** when it was sent there, and taken in here: ms since 1970 */
  exportedAt: number
  broughtAt: number
  /** what the thermometer there read while things cured */
  temperatures: BroughtTemperature[]
}

/** Where a job was brought in from, as pages are told. */
export type BroughtView = Omit<Brought, 'temperatures'>

/** What taking an archive in would do, told before it is done. */
export interface ArchivePlan {
  /** of the file that was read: only that one is taken in after */
  digest: string
  shop: string
  exportedAt: number
  craft: string
  tankName: string
  /** a new job, one of this shop that went on elsewhere, or nothing that is not here already */
  does: 'new' | 'goes on' | 'nothing'
  /** the job that it will be */
  jobId: string
  /** its ids are taken by something else here, so that all of them are made anew */
  renumbered: boolean
  /** what of this shop's own comes back otherwise and is then as it says */
  changes: string[]
  /** entries that come in, by kind, and those that are here already */
  brings: { what: string; entries: number }[]
  known: number
  photographs: number
  readings: number
  people: string[]
}
