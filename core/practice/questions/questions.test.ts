import { usualDefect } from '../../repair/defect/defect'
import { unfit } from '../../repair/method/fit'
import { repairMethodKeys } from '../../repair/method/repairMethods'
import { topics } from './question'
import { questionOf } from './questions'

const seeds = Array.from({ length: 40 }, (_, k) => k + 1)

test.each(topics)('%s: one choice is right, each says why, and the same seed asks the same', topic => {
  const asked = seeds.map(seed => questionOf(topic, seed))
  for (const [k, question] of asked.entries()) {
    expect(questionOf(topic, seeds[k]!)).toEqual(question)
    expect(question.topic).toBe(topic)
    expect(question.choices.filter(({ key }) => key === question.right)).toHaveLength(1)
    expect(question.choices).toHaveLength(3)
    expect(new Set(question.choices.map(({ words }) => words)).size).toBe(3)
    for (const { why } of question.choices) expect(why).toMatch(/^[A-Z“].*[.?]$/s)
    expect(question.ask).toMatch(/\?$/)
    expect(question.ask).not.toMatch(/undefined|null|NaN/)
  }
  expect(new Set(asked.map(({ key }) => key)).size).toBeGreaterThan(15)
})

test('the right answers are those of the tables', () => {
  for (const seed of seeds) {
    const { right, choices } = questionOf('method', seed)
    expect(repairMethodKeys).toContain(right)
    expect(choices.find(({ key }) => key === right)!.why).toMatch(/^It cannot: /)
    expect(choices.filter(({ why }) => why.startsWith('It cannot'))).toHaveLength(1)
  }
  const defect = { ...usualDefect(null, 'sheet steel', null), what: 'crack', material: 'steel' } as const
  expect(unfit('plastic-weld', { defect, family: null, craft: 'boat', fuel: 'diesel' })).not.toBeNull()
})
