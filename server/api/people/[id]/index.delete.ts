import { takeOff } from '../../../services/people/people'

export default signedInRoute('people', null, ({ actor, id }) => takeOff(actor, id()))
