import { people } from '../../services/people/people'

export default signedInRoute('read', null, people)
