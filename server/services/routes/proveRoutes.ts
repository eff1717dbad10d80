import { letterheadSchema, ownerCardSchema, ownerWordSchema } from '../../../shared/schemas/handBack'
import type { RouteDescription } from './routes'

/** What proving asks of the server: steps in use, signatures, the owner's card, the tank's own instruments. */
export const proveRoutes: readonly RouteDescription[] = [
  {
    method: 'post',
    path: '/jobs/{id}/owner-card',
    summary: 'A card for the owner: its token is told once, and the one before ends',
    who: 'work',
    body: ownerCardSchema,
  },
  { method: 'delete', path: '/jobs/{id}/owner-card', summary: 'End the owner’s card', who: 'work' },
  {
    method: 'get',
    path: '/jobs/{id}/ohms',
    summary: 'What the simulated ohmmeter shows at ?level=, of a sender of ?standard=',
    who: 'read',
  },
  {
    method: 'get',
    path: '/jobs/{id}/volts',
    summary: 'What the simulated pressure sensor gives with the cap off, of ?zero=',
    who: 'read',
  },
  {
    method: 'get',
    path: '/jobs/{id}/passes',
    summary: 'Whether the simulated valve ?link= passes air, without and with current',
    who: 'read',
  },
  { method: 'get', path: '/card/{token}', summary: 'What an owner sees of the one job of a card', who: 'anyone' },
  {
    method: 'post',
    path: '/card/{token}',
    summary: 'What an owner says on a card: still dry, or it smells or is wet',
    who: 'anyone',
    body: ownerWordSchema,
  },
  {
    method: 'get',
    path: '/past',
    summary:
      'Find among all jobs: ?words=, ?part=, ?cause=, ?material=, ?person=, ?from= and ?to= in ms since 1970, ?after= the mark of the page before',
    who: 'read',
  },
  {
    method: 'get',
    path: '/jobs/{id}/archive',
    summary: 'A whole job as one file (ZIP), to be sent to another shop',
    who: 'read',
  },
  { method: 'get', path: '/archive/schema', summary: 'The JSON Schema of an archive’s job.json', who: 'read' },
  {
    method: 'post',
    path: '/archive',
    summary: 'Say what taking an archive (ZIP) in would do; with ?sure= the digest that was told, take it in',
    who: 'work',
  },
  { method: 'get', path: '/past/figures', summary: 'What failed, how long repairs held, where the hours went', who: 'read' },
  { method: 'get', path: '/crafts/{id}', summary: 'All that a craft has been here for', who: 'read' },
  {
    method: 'get',
    path: '/jobs/{id}/register.csv',
    summary: 'Leaks, tests, repairs and steps in use of a job as CSV',
    who: 'read',
  },
  { method: 'get', path: '/due.ics', summary: 'What is due, as iCalendar', who: 'read' },
  { method: 'post', path: '/me/calendar', summary: 'A private address for a calendar: its token is told once', who: 'read' },
  { method: 'delete', path: '/me/calendar', summary: 'End the private address for a calendar', who: 'read' },
  {
    method: 'get',
    path: '/calendar/{token}',
    summary: 'What is due, as iCalendar, for whoever has the address',
    who: 'anyone',
  },
  { method: 'get', path: '/shop', summary: 'What the shop calls itself on papers', who: 'read' },
  { method: 'get', path: '/shop/mark', summary: 'The shop’s mark, PNG', who: 'read' },
  { method: 'put', path: '/shop/mark', summary: 'Set the shop’s mark: a picture as the body', who: 'people' },
  { method: 'put', path: '/shop', summary: 'Set what the shop calls itself on papers', who: 'people', body: letterheadSchema },
]
