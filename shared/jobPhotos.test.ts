import { jobView } from './jobView.fixture'
import { lastDrawn, shownPhotos, subjectOf } from './jobPhotos'
import type { PhotoView } from './views'
import type { StripView } from './record/kinds/strip'

const photo = (id: string, drawnOn: string | null = null, struck: string | null = null): PhotoView => ({
  id,
  width: 4,
  height: 3,
  drawnOn,
  by: 'Finn',
  at: 1,
  struck,
})
const entry = (photoId: string | null, after: string | null): StripView => ({
  id: 'e',
  fixing: null,
  name: 'Vent hose',
  mark: '',
  facing: '',
  fastener: '',
  torque: null,
  condition: '',
  absent: false,
  photoId,
  by: 'Finn',
  at: 1,
  struck: null,
  refit: { by: 'Finn', at: 2, photoId: after },
})

test('a photograph is shown as it was last drawn on, and the drawing comes off when it is struck out', () => {
  const job = jobView({ photos: [photo('a'), photo('b', 'a'), photo('c', 'b'), photo('d')] })
  expect(lastDrawn(job, 'a')).toBe('c')
  expect(shownPhotos(job).map(each => each.id)).toEqual(['c', 'd'])
  const struck = jobView({ photos: [photo('a'), photo('b', 'a', 'wrong arrow (Finn)')] })
  expect(lastDrawn(struck, 'a')).toBe('a')
  expect(shownPhotos(struck).map(each => each.id)).toEqual(['a'])
})

test('it finds itself again by the line that it was taken with, drawn on or not', () => {
  const job = jobView({ photos: [photo('a'), photo('b', 'a'), photo('n')], stripped: [entry('a', 'n')] })
  expect(subjectOf(job, 'b')).toBe('Vent hose, before')
  expect(subjectOf(job, 'n')).toBe('Vent hose, after')
  expect(subjectOf(job, 'nobody’s')).toBe('')
})
