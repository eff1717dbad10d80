import type { StoredKind } from '../../../shared/record/kinds'
import type { ArchivedRow } from './archiveFile'

/** How the rows of a table of an earlier version are entries: of which kind, and what of a row is no fact. */
interface EarlierTable {
  kind: StoredKind | ((row: ArchivedRow) => string)
  about?: string
  facts?: (facts: ArchivedRow) => ArchivedRow
}

const ms = (moment: unknown) => (typeof moment === 'string' ? Date.parse(moment) : null)
const until = (facts: ArchivedRow) => ({ ...facts, until: ms(facts.until) })

/** In version 1 each kind of entry was a table of its own. */
const earlierTables: Record<string, EarlierTable> = {
  strike: { kind: 'strike', about: 'subjectId' },
  touch: { kind: 'touch' },
  cautionRead: { kind: 'cautions', facts: facts => ({ read: [facts] }) },
  gasReading: { kind: 'gas' },
  drained: { kind: 'drained' },
  weighing: { kind: 'weighing' },
  hotWork: { kind: 'hot-work' },
  checkAnswer: { kind: 'answer' },
  probe: { kind: 'probe' },
  outcome: { kind: 'outcome' },
  purchase: { kind: 'purchase' },
  purchaseStep: { kind: 'purchase-step', about: 'purchaseId' },
  stripEntry: { kind: 'strip' },
  refit: { kind: 'refit', about: 'entryId' },
  leak: { kind: 'leak' },
  find: { kind: 'find', about: 'leakId' },
  rigFind: { kind: 'rig-find' },
  unholdable: { kind: 'unholdable' },
  repairRun: { kind: 'run', facts: until },
  runEntry: { kind: row => `run-${String(row.kind)}`, about: 'runId', facts: ({ facts }) => facts as ArchivedRow },
  repair: { kind: 'repair', facts: until },
  defectCard: { kind: 'card' },
  approval: { kind: 'approval' },
  repairChoice: { kind: 'choice', facts: ({ by, ...facts }) => ({ ...facts, chosenBy: by }) },
  newTankEntry: { kind: 'new-tank' },
  proofEntry: { kind: 'proof' },
  ownerWord: {
    kind: 'proof',
    about: 'cardId',
    facts: ({ words, ...facts }) => ({ ...facts, watched: null, look: null, distance: null, tilt: null, note: words }),
  },
  instrumentCheck: {
    kind: row => `instrument-${String((row.facts as { kind?: unknown } | null)?.kind)}`,
    facts: ({ facts, note }) => {
      const { kind: _, ...own } = (facts ?? {}) as ArchivedRow
      return { ...own, note }
    },
  },
  signature: { kind: 'signature' },
}

/** What job.json of version 1 says, as it is said now; anything else as it is. It is checked afterwards. */
export function asNow(said: unknown): unknown {
  const { version, rows } = (said ?? {}) as { version?: unknown; rows?: Record<string, ArchivedRow[]> }
  if (version !== 1 || typeof rows !== 'object' || rows === null) return said
  const whole = (name: string) => (Array.isArray(rows[name]) ? rows[name].filter(row => typeof row === 'object' && row) : [])
  const finds = whole('find')
  const [job] = whole('job')
  const entries = Object.entries(earlierTables).flatMap(([name, { kind, about, facts: own = (facts: ArchivedRow) => facts }]) =>
    whole(name).map(({ id, jobId = job?.id, personId = null, at, ...row }) => {
      const first = name === 'leak' ? finds.find(find => find.leakId === id) : undefined
      const { [about ?? '']: belongs = null, kind: ofRow, ...rest } = row
      const kept = name === 'runEntry' || ofRow === undefined ? rest : { ...rest, kind: ofRow }
      const moment = at ?? first?.at ?? job?.openedAt
      return {
        id,
        jobId,
        kind: typeof kind === 'string' ? kind : kind(row),
        about: belongs,
        facts: own(kept),
        personId: personId ?? first?.personId ?? null,
        at: moment,
        saidAt: moment,
      }
    }),
  )
  const others = Object.entries(rows).filter(([name]) => !Object.hasOwn(earlierTables, name))
  return { ...(said as object), version: 2, program: 'Zinc Bell', rows: { ...Object.fromEntries(others), entry: entries } }
}
