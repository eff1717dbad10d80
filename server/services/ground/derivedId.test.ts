import { randomUUID } from 'node:crypto'
import { uuidField } from '../../../shared/schemas/fields'
import { derivedId } from './derivedId'

test('an id that follows from another is the same each time, and one that every form takes', () => {
  const id = randomUUID()
  expect(derivedId(id, 'leak')).toBe(derivedId(id, 'leak'))
  expect(derivedId(id, 'leak')).not.toBe(derivedId(id, 'next'))
  for (let k = 0; k < 50; k++) expect(uuidField('Leak').isValidSync(derivedId(randomUUID(), 'leak'))).toBe(true)
  expect(uuidField('Leak').isValidSync('first')).toBe(false)
})
