import { shopIsEmpty } from '../services/people/people'

export default openRoute(null, async () => ({ ok: true, empty: await shopIsEmpty() }))
