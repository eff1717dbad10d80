import type { WorkAct } from '../../../core/fuel/makeSafe'
import type { TankTestKind } from '../../../core/leaktest/testKinds'
import type { LimitsJob } from '../../../shared/leaktest/limitsReached'
import type { TestForms, TestViews } from '../../../shared/leaktest/tests'
import type { TestViewOf } from '../../../shared/leaktest/testView'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import type { testEntry } from '../../db/schema'
import type { HiddenTank } from '../../db/schema/hiddenTank'
import type { TestEntries, TestFacts } from '../../db/schema/testFacts'
import type { Actor } from '../ground/change'
import type { TestRow } from './testRows'

export type EntryRow<K extends TankTestKind> = Omit<typeof testEntry.$inferSelect, 'entry'> & { entry: TestEntries[K] }

/** What a view says besides what is kept of the test itself. */
interface ViewContext {
  name: (personId: string) => string
  /** the job's limits and map as they are today: verdicts follow them */
  job: LimitsJob
}

/** What is at hand when something is recorded in a running test. */
export interface EntryCall<K extends TankTestKind> {
  tx: Transaction
  actor: Actor
  now: Date
  tank: JobView
  test: TestViews[K]
  row: TestRow<K>
  /** the test with what was just recorded in it */
  reload: () => Promise<TestViews[K]>
  form: never
}

export interface EntryService<K extends TankTestKind> {
  verb: (form: never) => string
  /** what is kept, without its time. @throws Refusal when it cannot be */
  record: (call: EntryCall<K>) => Promise<TestEntries[K]> | TestEntries[K]
  /** what follows from it, once it is kept */
  after?: (call: EntryCall<K>) => Promise<void>
}

/** What the server does for a kind of test: how it begins, what is recorded, how it ends, what it shows on a simulated tank. */
export interface TestService<K extends TankTestKind> {
  /** as the trail tells it */
  verbs: { begin: string; end: string }
  /** why nothing more is taken: it has not begun, or has ended */
  ended: string
  /** where its form has the pressure, Pa gauge */
  pressure: { field: string; of: (form: TestForms[K]) => number }
  /** the act whose cautions are read before it, and what goes in; null when they are read later, as it starts */
  cautions: ((form: TestForms[K]) => { act: WorkAct; what: string }) | null
  /** whether a person puts air or smoke into a real tank, so that something must keep it below the limit */
  blowsIn: (form: TestForms[K], tank: JobView) => boolean
  /** whether it is made on the simulated tank of the job */
  onStandIn: (form: TestForms[K], tank: JobView) => boolean
  /** the facts that are kept of it. @throws Refusal when its form does not fit the tank */
  facts: (form: TestForms[K], tank: JobView, tx: Transaction) => Promise<TestFacts[K]> | TestFacts[K]
  /** what is recorded while it runs, by its word in the address */
  entries: Readonly<Record<string, EntryService<K>>>
  /** facts that its end adds; they are the verdict where it has one */
  end?: (tx: Transaction, row: TestRow<K>, now: Date) => Promise<Partial<TestFacts[K]>>
  view: (row: TestRow<K>, entries: EntryRow<K>[], common: TestViewOf<K>, told: ViewContext) => TestViews[K]
  /** what is seen on the simulated tank; absent where the instruments are fed */
  look?: (
    place: { what?: unknown; at?: unknown },
    test: TestViews[K],
    tank: JobView,
    hidden: HiddenTank,
    now: number,
  ) => unknown
}
