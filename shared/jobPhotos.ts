import type { JobView, PhotoView } from './views'

/** The photograph as it was last drawn on; itself when nobody drew on it. */
export function lastDrawn(job: Pick<JobView, 'photos'>, photoId: string): string {
  const next = job.photos.findLast(photo => !photo.struck && photo.drawnOn === photoId)
  return next ? lastDrawn(job, next.id) : photoId
}

/** Photographs to show: each once, as it was last drawn on, without those that were struck out. */
export const shownPhotos = (job: Pick<JobView, 'photos'>): PhotoView[] =>
  job.photos.filter(photo => !photo.struck && lastDrawn(job, photo.id) === photo.id)

/** What a photograph is of, from the lines that it was taken with; empty when it was taken by itself. */
export function subjectOf(job: Pick<JobView, 'photos' | 'stripped'>, photoId: string): string {
  const { drawnOn } = job.photos.find(photo => photo.id === photoId) ?? {}
  if (drawnOn) return subjectOf(job, drawnOn)
  const before = job.stripped.find(entry => entry.photoId === photoId)
  const after = job.stripped.find(entry => entry.refit?.photoId === photoId)
  return before ? `${before.name}, before` : after ? `${after.name}, after` : ''
}
