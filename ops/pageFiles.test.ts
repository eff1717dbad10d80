import { pageFiles } from './pageFiles'

const imports: Record<string, string[]> = {
  entry: ['vue'],
  bay: ['vue', 'words', 'map'],
  job: ['words', 'map', 'ledger'],
  other: ['ledger'],
}
const bundler = { getModuleInfo: (id: string) => ({ importedIds: imports[id] ?? [] }) }

test('what a page is made of is in the file of the first page that needs it, and what every page begins with in none', () => {
  const file = pageFiles('entry', [
    ['first', ['bay']],
    ['second', ['job']],
  ])
  const of = (id: string) => file(id, bundler)
  expect(['entry', 'vue'].map(of)).toEqual([null, null])
  expect(['bay', 'words', 'map'].map(of)).toEqual(['first', 'first', 'first'])
  expect(['job', 'ledger'].map(of)).toEqual(['second', 'second'])
  expect(of('other')).toBeNull()
})
