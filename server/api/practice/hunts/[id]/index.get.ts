import { huntOfPerson } from '../../../../services/practice/hunts'

export default signedInRoute('read', null, ({ actor, id }) => huntOfPerson(actor, id()))
