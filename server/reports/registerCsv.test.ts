import Papa from 'papaparse'
import fc from 'fast-check'
import { jobView } from '../../shared/jobView.fixture'
import { registerCsv } from './registerCsv'

const touched = (note: string, by = 'F') =>
  jobView({ touches: [{ id: 't', partIds: ['a', 'b'], kind: 'knocked', note, by, at: 86_400_000, struck: null }] })

test('a row an entry, in the order in which they happened, with headings', () => {
  const { data } = Papa.parse<Record<string, string>>(registerCsv(touched('by the trolley, twice'), 1e12), { header: true })
  expect(data).toMatchObject([
    { kind: 'disturbed', when: '1970-01-02T00:00:00.000Z', part: 'A, B', what: 'knocked: by the trolley, twice', by: 'F' },
  ])
})

test('no cell begins as a formula would, whatever people type', () => {
  fc.assert(
    fc.property(fc.string(), fc.constantFrom('=', '+', '-', '@', '\t', '\r', ''), (text, lead) => {
      const csv = registerCsv(touched(text, `${lead}${text}`), 1e12)
      const rows = Papa.parse<string[]>(csv).data
      for (const cell of rows.slice(1).flat()) expect(cell).not.toMatch(/^[=+\-@\t\r]/)
    }),
  )
})
