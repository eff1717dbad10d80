import { stopSoap } from '../../../services/soaps'

export default signedInRoute('work', null, ({ actor, id }) => stopSoap(actor, id()))
