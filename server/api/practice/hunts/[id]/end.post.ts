import { endHunt } from '../../../../services/practice/hunts'

export default signedInRoute('read', null, ({ actor, id }) => endHunt(actor, id()))
