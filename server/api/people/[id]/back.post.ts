import { takeBackOn } from '../../../services/people/people'

export default signedInRoute('people', null, ({ actor, id }) => takeBackOn(hasher, actor, id()))
