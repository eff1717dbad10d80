import { curveAnswerSchema, huntSchema, huntStepSchema, questionAnswerSchema } from '../../../shared/practice'
import type { RouteDescription } from './routes'

/** Practice: short questions and curves, each person’s own. */
export const practiceRoutes: readonly RouteDescription[] = [
  { method: 'get', path: '/practice', summary: 'How one stands in Practice', who: 'read' },
  { method: 'get', path: '/practice/question', summary: 'The next short question', who: 'read' },
  { method: 'post', path: '/practice/question', summary: 'Answer a short question', who: 'read', body: questionAnswerSchema },
  { method: 'get', path: '/practice/curve', summary: 'A simulated hold to judge by its curve', who: 'read' },
  { method: 'post', path: '/practice/curve', summary: 'Judge a curve, and say how sure', who: 'read', body: curveAnswerSchema },
  { method: 'get', path: '/practice/hunts', summary: 'One’s own hunts', who: 'read' },
  { method: 'post', path: '/practice/hunts', summary: 'Begin a hunt', who: 'read', body: huntSchema },
  { method: 'get', path: '/practice/hunts/{id}', summary: 'A hunt as far as it has come', who: 'read' },
  {
    method: 'post',
    path: '/practice/hunts/{id}/step',
    summary: 'Do a check, or mend a suspect',
    who: 'read',
    body: huntStepSchema,
  },
  { method: 'post', path: '/practice/hunts/{id}/end', summary: 'Give a hunt up', who: 'read' },
  { method: 'get', path: '/practice/people', summary: 'Who is safe on what', who: 'people' },
]
