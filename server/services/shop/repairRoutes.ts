import type { AnyObjectSchema } from 'yup'
import { runEntrySchemas, runKinds, runSchema } from '../../../shared/repair/runEntries'
import { approvalSchema } from '../../../shared/schemas/approval'
import { choiceSchema, shopFigureSchema } from '../../../shared/schemas/choice'
import { defectCardSchema } from '../../../shared/schemas/defect'
import { lotSchema, materialSheetSchema } from '../../../shared/schemas/materials'
import { newTankSchema } from '../../../shared/schemas/newTank'
import type { RouteDescription } from './routes'

const runWords = runKinds.map(value => ({
  value,
  summary: `In a repair: ${value}`,
  body: runEntrySchemas[value] as AnyObjectSchema,
}))

/** What a repair asks of the server: what is there, which way, its stages, and what the Shelf has for it. */
export const repairRoutes: readonly RouteDescription[] = [
  {
    method: 'post',
    path: '/jobs/{id}/cards',
    summary: 'What is there, on the card of a leak',
    who: 'work',
    body: defectCardSchema,
  },
  {
    method: 'post',
    path: '/jobs/{id}/approvals',
    summary: 'Approved data for what flies: asked, granted under a reference, refused',
    who: 'work',
    body: approvalSchema,
  },
  {
    method: 'post',
    path: '/jobs/{id}/choices',
    summary: 'Which way of mending was chosen, and by whom',
    who: 'work',
    body: choiceSchema,
  },
  {
    method: 'post',
    path: '/jobs/{id}/new-tank',
    summary: 'Something of a new tank was checked',
    who: 'work',
    body: newTankSchema,
  },
  { method: 'post', path: '/jobs/{id}/runs', summary: 'Begin a repair, stage by stage', who: 'work', body: runSchema },
  {
    method: 'post',
    path: '/runs/{id}/entries/{kind}',
    summary: 'Record something done in a repair that is made stage by stage',
    who: 'work',
    each: { name: 'kind', values: runWords },
  },
  { method: 'get', path: '/materials', summary: 'Sheets and tins on the Shelf', who: 'read' },
  {
    method: 'post',
    path: '/materials/sheets',
    summary: 'Add or change the sheet of a material',
    who: 'work',
    body: materialSheetSchema,
  },
  { method: 'post', path: '/materials/lots', summary: 'Add or change a tin', who: 'work', body: lotSchema },
  { method: 'get', path: '/figures', summary: 'The shop’s own figures: its rate, what idleness costs, prices', who: 'read' },
  { method: 'put', path: '/figures', summary: 'Set a figure of the shop', who: 'work', body: shopFigureSchema },
  { method: 'get', path: '/held', summary: 'How repairs of each method held in this shop', who: 'read' },
]
