import type { EntryList, EntryLists, StoredFacts, StoredKind } from '../../../shared/record/kinds'
import { entryKind, entryKindKeys, type EntryKindKey } from '../../../shared/record/kinds'
import { factsUnsaid } from '../../../shared/record/factsSchema'
import type { Said } from '../../../shared/record/entryKind'
import type { InstrumentFacts } from '../../../shared/record/kinds/instruments'
import type { LeakView } from '../../../shared/record/kinds/leak'
import type { LimitsView } from '../../../shared/record/kinds/limits'
import type { TakenOffView } from '../../../shared/record/kinds/takenOff'
import type { RunKind } from '../../../core/record/runKinds'
import type { RunEntryView, RunFacts } from '../../../shared/record/kinds/runActs'
import type { RunView } from '../../../shared/record/kinds/run'

/** An entry as it is kept. */
export interface EntryRow<K extends StoredKind = StoredKind> {
  id: string
  kind: K
  about: string | null
  facts: StoredFacts<K>
  personId: string | null
  at: Date
  saidAt: Date
}

/** Who did what by name, and why an entry was struck out. */
export interface Words {
  name: (personId: string) => string
  struck: (subjectId: string) => string | null
}

/** What lists of a job are made of besides its own entries. */
export interface ListSources extends Words {
  sheet: (id: string) => RunView['sheet']
  cure: (
    repair: Said & StoredFacts<'repair'>,
  ) => Pick<EntryLists['repairs'][number], 'cure' | 'curedAt' | 'movableAt' | 'fuelAt'>
}

const RUN = 'run-'
const INSTRUMENT = 'instrument-'
const isRunAct = (kind: string): kind is `run-${RunKind}` => kind.startsWith(RUN)

/**
 * A job's entries as the lists of its view, in order of time.
 * @param rows in order of time
 */
export function jobLists(
  rows: readonly EntryRow[],
  its: ListSources,
): EntryLists & { leaks: LeakView[]; limitsSet: LimitsView[]; takenOff: TakenOffView[] } {
  const by = ({ personId }: Pick<EntryRow, 'personId'>) => (personId === null ? 'the owner' : its.name(personId))
  const of = <K extends StoredKind>(kind: K) =>
    rows
      .filter(row => row.kind === kind)
      .map(row => ({ ...row, facts: { ...factsUnsaid(kind), ...row.facts } })) as EntryRow<K>[]
  const said = <F extends object>({ id, facts, ...row }: { id: string; facts: F } & Omit<EntryRow, 'facts'>): Said & F => ({
    ...facts,
    id,
    by: by(row),
    at: +row.at,
    ...(+row.saidAt > +row.at && { saidAt: +row.saidAt }),
    struck: its.struck(id),
  })
  const all = <K extends StoredKind>(kind: K) => of(kind).map(row => said(row as EntryRow<K> & { facts: object }))
  /** Of what cannot be struck out. */
  const plain = <K extends StoredKind>(kind: K) => all(kind).map(({ struck: _, ...each }) => each)
  /** Entries that belong to others, by the id of these. */
  const belonging = <R extends { about: string | null }>(those: readonly R[]): ((id: string) => R[]) => {
    const groups = new Map<string, R[]>()
    for (const row of those) groups.set(row.about!, [...(groups.get(row.about!) ?? []), row])
    return id => groups.get(id) ?? []
  }
  const steps = belonging(of('purchase-step'))
  const terms = belonging(of('purchase-terms'))
  const refits = belonging(of('refit'))
  const acts = belonging(rows.filter(row => isRunAct(row.kind)))
  const leakOf = new Map(of('find').map(row => [row.id, row.about!]))
  const personOf = new Map(rows.map(row => [row.id, row.personId]))

  const special = {
    cautionsRead: of('cautions').flatMap(row =>
      row.facts.read.map(read => ({ ...read, personId: row.personId!, by: by(row), at: +row.at })),
    ),
    purchases: plain('purchase').map(each => ({
      ...each,
      ...terms(each.id).at(-1)?.facts,
      steps: steps(each.id).map(row => ({ id: row.id, ...row.facts, by: by(row), at: +row.at })),
    })),
    stripped: all('strip').map(each => {
      const refit = refits(each.id)[0]
      return { ...each, refit: refit ? { by: by(refit), at: +refit.at, photoId: refit.facts.photoId } : null }
    }),
    finds: all('find').map(each => ({ ...each, leakId: leakOf.get(each.id)! })),
    repairs: all('repair').map(each => ({ ...each, ...its.cure(each) })),
    runs: plain('run').map(({ sheetId, ...each }) => ({
      ...each,
      sheet: sheetId === null ? null : its.sheet(sheetId),
      entries: acts(each.id).map((row): RunEntryView => ({
        id: row.id,
        kind: row.kind.slice(RUN.length) as RunKind,
        facts: row.facts as RunFacts,
        by: by(row),
        at: +row.at,
      })),
    })),
    proof: all('proof').map(each => ({ ...each, owner: personOf.get(each.id) === null })),
    strikes: of('strike').map(row => ({ id: row.id, subjectId: row.about!, by: by(row), at: +row.at })),
    signatures: all('signature').map(each => ({ ...each, personId: personOf.get(each.id)! })),
    instruments: rows
      .filter(row => row.kind.startsWith(INSTRUMENT))
      .map(row => {
        const { id, by: who, at, struck, note, ...facts } = said(row as EntryRow<'instrument-sensor'>)
        return {
          id,
          facts: { kind: row.kind.slice(INSTRUMENT.length), ...facts } as unknown as InstrumentFacts,
          note,
          by: who,
          at,
          struck,
        }
      }),
  } satisfies Partial<EntryLists>
  const lists = new Map<EntryList, unknown>()
  for (const key of entryKindKeys) {
    const { list, strikable } = entryKind(key)
    if (list !== null) lists.set(list as EntryList, strikable ? all(key) : plain(key))
  }
  return {
    ...(Object.fromEntries(lists) as unknown as EntryLists),
    ...special,
    leaks: of('leak').map(({ id, facts }) => ({ id, ...facts })),
    limitsSet: of('limits').map(row => ({ ...row.facts, id: row.id, by: by(row), at: +row.at })),
    takenOff: of('taken-off').map(row => ({ ...row.facts, id: row.id, by: by(row), at: +row.at })),
  }
}

/** Kinds of entry that are loaded with some aspects of a job. */
export const kindsWith = (aspects: readonly string[]): StoredKind[] => [
  ...entryKindKeys.filter((key: EntryKindKey) => aspects.includes(entryKind(key).aspect)),
  ...(aspects.includes('leaks') ? (['leak', 'limits', 'taken-off'] as const) : []),
]
