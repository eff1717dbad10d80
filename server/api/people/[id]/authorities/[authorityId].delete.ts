import { endAuthority } from '../../../../services/people/authorities'

export default signedInRoute('people', null, ({ actor, id }) => endAuthority(actor, id(), id('authorityId')))
