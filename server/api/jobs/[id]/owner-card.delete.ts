import { endOwnerCards } from '../../../services/prove/ownerCards'

export default signedInRoute('work', null, ({ actor, id }) => endOwnerCards(actor, id()))
