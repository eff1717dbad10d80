import {
  curveAnswerSchema,
  huntEndSchema,
  huntSchema,
  huntStepSchema,
  practiceJobSchema,
  questionAnswerSchema,
  taskSchema,
} from '../../../shared/practice'
import type { RouteDescription } from './routes'

/** Practice: short questions, curves, hunts and tanks, each person’s own. */
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
  {
    method: 'post',
    path: '/practice/hunts/{id}/end',
    summary: 'Hand a hunt back as tight, or give it up',
    who: 'read',
    body: huntEndSchema,
  },
  { method: 'get', path: '/practice/ladder', summary: 'The ladder of traps, as far as one has climbed it', who: 'read' },
  { method: 'get', path: '/practice/first-hour', summary: 'Whether the first hour is offered', who: 'read' },
  { method: 'get', path: '/practice/jobs', summary: 'One’s own tanks of Practice', who: 'read' },
  {
    method: 'post',
    path: '/practice/jobs',
    summary: 'Open a tank of Practice, or copy a job there without names',
    who: 'work',
    body: practiceJobSchema,
  },
  { method: 'get', path: '/practice/jobs/{id}', summary: 'What the strip over a job of Practice says', who: 'read' },
  { method: 'get', path: '/practice/jobs/{id}/check', summary: 'What a check shows on the tank of a hunt: ?key=', who: 'read' },
  { method: 'post', path: '/practice/tasks', summary: 'Set somebody a rung of the ladder', who: 'people', body: taskSchema },
  { method: 'get', path: '/practice/people', summary: 'Who is safe on what', who: 'people' },
]
