import { roles } from '../../../shared/schemas/person'
import { mustBeAllowed, type Deed } from './may'
import { notFound, Refusal, refuseField } from './refusal'

const may = (deed: Deed) =>
  roles.filter(role => {
    try {
      mustBeAllowed(role, deed)
      return true
    } catch (error) {
      expect(error).toBeInstanceOf(Refusal)
      expect((error as Refusal).status).toBe(403)
      expect((error as Refusal).message).toMatch(/\.$/)
      return false
    }
  })

test('everybody reads, owner and technicians work, the owner adds people', () => {
  expect(may('read')).toEqual(['owner', 'technician', 'inspector'])
  expect(may('work')).toEqual(['owner', 'technician'])
  expect(may('people')).toEqual(['owner'])
})

test('a refusal says which field it is about, and what is not there', () => {
  expect(refuseField('volume', 'Too much.')).toMatchObject({
    status: 422,
    message: 'Too much.',
    fields: { volume: 'Too much.' },
  })
  expect(notFound('hold')).toMatchObject({ status: 404, message: expect.stringContaining('no such hold') })
})
