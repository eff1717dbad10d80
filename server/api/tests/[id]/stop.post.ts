import { endTest } from '../../../services/bench/endTest'

export default signedInRoute('work', null, ({ actor, id }) => endTest(actor, id()))
