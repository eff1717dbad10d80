import { bench } from '../services/bay/bay'

export default signedInRoute('read', null, ({ actor }) => bench(+actor.now))
