import { instrumentSchemas } from '../record/kinds/instruments'

const id = '00000000-0000-4000-8000-000000000001'
const points = [0, 0.25, 0.5, 0.75, 1].map(level => ({ level, resistance: 240 - 207 * level }))
const sweep = (change: object) => ({ id, standard: '240-33', points, ...change })
const why = (value: object) =>
  instrumentSchemas.sender.validate(value).then(
    () => null,
    (error: Error) => error.message,
  )

test('a reading without contact is a reading, one without a word is none', async () => {
  expect(await why(sweep({}))).toBeNull()
  expect(await why(sweep({ points: points.map((each, i) => (i === 2 ? { ...each, resistance: null } : each)) }))).toBeNull()
  expect(await why(sweep({ points: points.map((each, i) => (i === 2 ? { level: each.level } : each)) }))).toContain(
    'or is open',
  )
  expect(await why(sweep({ points: points.map(each => ({ ...each, resistance: -1 })) }))).toContain('not below zero')
  expect(await why(sweep({ points: points.slice(1) }))).toContain('at least five points')
  expect(await why(sweep({ points: points.map(each => ({ ...each, level: 2 })) }))).toContain('from empty to full')
  expect(await why(sweep({ standard: '1-2' }))).not.toBeNull()
})
