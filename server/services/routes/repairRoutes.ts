import { shopFigureSchema } from '../../../shared/schemas/choice'
import { lotSchema, materialSheetSchema } from '../../../shared/schemas/materials'
import type { RouteDescription } from './routes'

/** What a repair asks of the server: what is there, which way, its stages, and what the Shelf has for it. */
export const repairRoutes: readonly RouteDescription[] = [
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
