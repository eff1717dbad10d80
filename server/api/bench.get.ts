import { bench } from '../services/bay/bay'

export default signedInRoute('read', null, ({ actor, gone }) => bench(+actor.now, gone))
