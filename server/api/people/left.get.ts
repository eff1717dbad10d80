import { peopleWhoLeft } from '../../services/people/people'

export default signedInRoute('people', null, peopleWhoLeft)
