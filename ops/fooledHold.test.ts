import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { throughputFromStandard } from '../core/quantity/standardLeakRate'
import { fooled, fooledLines, fooledPicture } from './fooledHold'

test('a hold that fools who looks for a leak alone does not fool the estimate, and its bracket finds the leak', () => {
  expect(fooled.before.verdict).toBe('sealed')
  expect(fooled.after.verdict).toBe('cannot-tell')
  expect(fooled.after.signs).toContain('vapour not told')
  expect(fooled.bracketed.verdict).toBe('leaking')
  expect(fooled.bracketed.high95).toBeGreaterThan(throughputFromStandard(1.2))
})

test('the page and its picture are what the program says', () => {
  const page = readFileSync(join(process.cwd(), 'docs/hold.md'), 'utf8')
  for (const line of fooledLines) expect(page).toContain(line)
  // Ids are counted over all charts of a process.
  const drawn = (svg: string) => svg.replaceAll(/zr\d+-?\w*/g, 'zr').trim()
  expect(drawn(readFileSync(join(process.cwd(), 'docs/pictures/fooled-hold.svg'), 'utf8'))).toBe(drawn(fooledPicture()))
})
