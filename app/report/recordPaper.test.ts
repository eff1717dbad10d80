import { deriveLedger } from '#core/ledger/deriveLedger'
import { jobEntries, jobStanding } from '#shared/jobEntries'
import { jobView, partView } from '#shared/jobView.fixture'
import { holdEstimate, holdView } from '#shared/leaktest/hold/holdView.fixture'
import type { JobView } from '#shared/views'
import { recordDocument } from './recordDocument'
import { recordPaper } from './recordPaper'
import { recordWords } from './recordWords'

const NOW = Date.UTC(2026, 10, 28, 12)
const short = (_: string, si: number) => `${si}`
const paperOf = (job: JobView) => {
  const words = recordWords(job, jobStanding(job, NOW), {
    shop: { name: 'Skerry Reach Workshop', line: 'Slipway' },
    kit: [],
    now: NOW,
    short,
  })
  return { words, paper: recordPaper(job, deriveLedger(jobEntries(job), NOW), words, NOW, { map: null, mark: null }) }
}
/** Every text of a document, however deep. */
const textsOf = (value: unknown): string[] => {
  if (typeof value === 'string') return [value]
  if (Array.isArray(value)) return value.flatMap(textsOf)
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsOf) : []
}
const sealed = jobView({
  craft: { id: 'c', name: 'Brine Lark', kind: 'boat', built: null, registration: 'SR 118' },
  parts: [partView('a', { opening: true })],
  tests: [holdView({ number: 1, startedAt: 1, stoppedAt: 9, estimate: holdEstimate('sealed') })],
})

test('the paper says all that the page says: the words of the record stand in the document', () => {
  const { words, paper } = paperOf(sealed)
  const texts = textsOf(recordDocument(paper).content).join('\n')
  for (const said of [
    words.shop,
    words.title,
    words.state,
    words.sentence,
    words.complaint,
    ...words.under,
    ...words.inUse,
    ...words.notes,
  ])
    expect(texts).toContain(said)
  for (const row of words.rows.measured) expect(texts).toContain(row.name)
  expect(words.under[0]).toBe('Registration or hull number SR 118')
  expect(texts).toContain('Nobody has signed it.')
})

test('a short page for the owner stands in front, and names nobody of the shop', () => {
  const { paper } = paperOf(sealed)
  const { content } = recordDocument(paper)
  const all = content as unknown[]
  const front = all.slice(
    0,
    all.findIndex(each => (each as { pageBreak?: string }).pageBreak === 'after'),
  )
  expect(front.length).toBeGreaterThan(5)
  expect(textsOf(front).join(' ')).toContain('If you smell fuel')
})

test('what is brought in, left as it is, or practised stands over the record', () => {
  const { words } = paperOf({
    ...sealed,
    brought: { shop: 'Outer Bank Repairs', exportedAt: 1, broughtAt: 2 },
    closedAt: 5,
    closedReason: 'the owner took it',
  })
  expect(words.notes.join(' ')).toContain('Brought in from Outer Bank Repairs')
  expect(words.notes.join(' ')).toContain('was not handed back: the owner took it')
})

test('letters that the typeface of the paper has not are written in words', () => {
  const paper = {
    shop: '',
    mark: null,
    title: 'x',
    under: [],
    state: '',
    owner: [{ title: 'Sender', lines: ['240 Ω ≥ 33 Ω'] }],
    sections: [],
    size: 'LETTER' as const,
    foot: '',
  }
  expect(recordDocument(paper).pageSize).toBe('LETTER')
  expect(textsOf(recordDocument(paper).content)).toContain('240 ohm at least  33 ohm')
})
