import { jobView } from '../../shared/jobView.fixture'
import type { BayPage } from '../../shared/views'
import { drawnBay, drawnJob } from './drawnPage'

const row = (craft: string) =>
  ({
    id: 'j1',
    craft,
    tankName: 'fuel tank',
    material: 'sheet steel',
    next: { sentence: 'A hold is running.' },
  }) as BayPage['rows'][number]

test('the first rows of the Bay are drawn with what each wants, and no name becomes part of the page', () => {
  const drawn = drawnBay({ open: 9, rows: Array.from({ length: 9 }, (_, k) => row(`Pump <b>${k}</b> & "son"`)) })
  expect(drawn).toContain('9 tanks in')
  expect(drawn.match(/class="sheet"/g)).toHaveLength(6)
  expect(drawn).toContain('Pump &lt;b&gt;0&lt;/b&gt; &amp; &quot;son&quot;')
  expect(drawn).toContain('A hold is running.')
  expect(drawn).toContain('href="/jobs/j1"')
  expect(drawn).not.toContain('<b>0')
})

test('a job is drawn by its name and its next step', () => {
  const drawn = drawnJob(jobView({ tankName: '<script>' }), 0)
  expect(drawn).toContain('<h1>Fire pump 3 · &lt;script&gt;</h1>')
  expect(drawn).toContain('Nothing tested yet.')
})
