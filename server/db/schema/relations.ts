import { relations } from 'drizzle-orm'
import { ownerCard } from './handBack'
import { craft, job, mapBefore, part } from './jobs'
import { test, testEntry } from './tests'

// How rows hang together that are loaded with a job and are no entries of its record (server/services/job/loadJobs.ts).

export const jobRelations = relations(job, ({ one, many }) => ({
  craft: one(craft, { fields: [job.craftId], references: [craft.id] }),
  parts: many(part),
  tests: many(test),
  mapsBefore: many(mapBefore),
  ownerCards: many(ownerCard),
}))
export const craftRelations = relations(craft, ({ many }) => ({ jobs: many(job) }))
export const mapBeforeRelations = relations(mapBefore, ({ one }) => ({
  job: one(job, { fields: [mapBefore.jobId], references: [job.id] }),
}))
export const partRelations = relations(part, ({ one }) => ({ job: one(job, { fields: [part.jobId], references: [job.id] }) }))
export const testRelations = relations(test, ({ one, many }) => ({
  job: one(job, { fields: [test.jobId], references: [job.id] }),
  entries: many(testEntry),
}))
export const testEntryRelations = relations(testEntry, ({ one }) => ({
  test: one(test, { fields: [testEntry.testId], references: [test.id] }),
}))
export const ownerCardRelations = relations(ownerCard, ({ one }) => ({
  job: one(job, { fields: [ownerCard.jobId], references: [job.id] }),
}))
