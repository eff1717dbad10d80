import { shopIsEmpty } from '../services/people'

export default openRoute(null, async () => ({ ok: true, empty: await shopIsEmpty() }))
