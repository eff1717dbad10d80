import { stopSoap } from '../../../services/bench/soaps'

export default signedInRoute('work', null, ({ actor, id }) => stopSoap(actor, id()))
