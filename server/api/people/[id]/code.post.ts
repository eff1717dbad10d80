import { makePasswordCode } from '../../../services/people/passwordCodes'

export default signedInRoute('people', null, async ({ actor, id }) => ({ code: await makePasswordCode(actor, id()) }))
