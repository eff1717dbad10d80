import { relations } from 'drizzle-orm'
import { strike, touch } from './entries'
import { craft, job, mapBefore, part } from './jobs'
import { find, leak, repair, rigFind, unholdable } from './leaks'
import { cautionRead, drained, gasReading, hotWork, weighing } from './makeSafe'
import { checkAnswer, outcome, probe, purchase, purchaseStep } from './narrowing'
import { instrumentCheck, ownerCard, ownerWord, signature } from './handBack'
import { person } from './people'
import { approval, defectCard, materialSheet, newTankEntry, proofEntry, repairChoice, repairRun, runEntry } from './repairing'
import { photo, refit, stripEntry } from './strips'
import { test, testEntry } from './tests'

// How rows hang together, so that an aspect of a job is loaded in one statement (server/services/job/loadJobs.ts).

export const jobRelations = relations(job, ({ one, many }) => ({
  craft: one(craft, { fields: [job.craftId], references: [craft.id] }),
  parts: many(part),
  strikes: many(strike),
  cautionsRead: many(cautionRead),
  gasReadings: many(gasReading),
  drained: many(drained),
  weighings: many(weighing),
  hotWork: many(hotWork),
  answers: many(checkAnswer),
  probes: many(probe),
  outcomes: many(outcome),
  purchases: many(purchase),
  photos: many(photo),
  stripped: many(stripEntry),
  tests: many(test),
  leaks: many(leak),
  rigFinds: many(rigFind),
  touches: many(touch),
  mapsBefore: many(mapBefore),
  unholdable: many(unholdable),
  repairs: many(repair),
  defectCards: many(defectCard),
  approvals: many(approval),
  choices: many(repairChoice),
  runs: many(repairRun),
  newTankEntries: many(newTankEntry),
  proofEntries: many(proofEntry),
  signatures: many(signature),
  ownerCards: many(ownerCard),
  ownerWords: many(ownerWord),
  instrumentChecks: many(instrumentCheck),
}))
export const mapBeforeRelations = relations(mapBefore, ({ one }) => ({
  job: one(job, { fields: [mapBefore.jobId], references: [job.id] }),
}))
export const unholdableRelations = relations(unholdable, ({ one }) => ({
  job: one(job, { fields: [unholdable.jobId], references: [job.id] }),
}))
export const partRelations = relations(part, ({ one }) => ({ job: one(job, { fields: [part.jobId], references: [job.id] }) }))
export const strikeRelations = relations(strike, ({ one }) => ({
  job: one(job, { fields: [strike.jobId], references: [job.id] }),
  person: one(person, { fields: [strike.personId], references: [person.id] }),
}))
export const personRelations = relations(person, ({ many }) => ({ strikes: many(strike) }))
export const touchRelations = relations(touch, ({ one }) => ({
  job: one(job, { fields: [touch.jobId], references: [job.id] }),
}))

export const cautionReadRelations = relations(cautionRead, ({ one }) => ({
  job: one(job, { fields: [cautionRead.jobId], references: [job.id] }),
}))
export const gasReadingRelations = relations(gasReading, ({ one }) => ({
  job: one(job, { fields: [gasReading.jobId], references: [job.id] }),
}))
export const drainedRelations = relations(drained, ({ one }) => ({
  job: one(job, { fields: [drained.jobId], references: [job.id] }),
}))
export const weighingRelations = relations(weighing, ({ one }) => ({
  job: one(job, { fields: [weighing.jobId], references: [job.id] }),
}))
export const hotWorkRelations = relations(hotWork, ({ one }) => ({
  job: one(job, { fields: [hotWork.jobId], references: [job.id] }),
}))

export const checkAnswerRelations = relations(checkAnswer, ({ one }) => ({
  job: one(job, { fields: [checkAnswer.jobId], references: [job.id] }),
}))
export const probeRelations = relations(probe, ({ one }) => ({
  job: one(job, { fields: [probe.jobId], references: [job.id] }),
}))
export const outcomeRelations = relations(outcome, ({ one }) => ({
  job: one(job, { fields: [outcome.jobId], references: [job.id] }),
}))
export const purchaseRelations = relations(purchase, ({ one, many }) => ({
  job: one(job, { fields: [purchase.jobId], references: [job.id] }),
  steps: many(purchaseStep),
}))
export const purchaseStepRelations = relations(purchaseStep, ({ one }) => ({
  purchase: one(purchase, { fields: [purchaseStep.purchaseId], references: [purchase.id] }),
}))

export const photoRelations = relations(photo, ({ one }) => ({
  job: one(job, { fields: [photo.jobId], references: [job.id] }),
}))
export const stripEntryRelations = relations(stripEntry, ({ one }) => ({
  job: one(job, { fields: [stripEntry.jobId], references: [job.id] }),
  refit: one(refit, { fields: [stripEntry.id], references: [refit.entryId] }),
}))

export const testRelations = relations(test, ({ one, many }) => ({
  job: one(job, { fields: [test.jobId], references: [job.id] }),
  entries: many(testEntry),
}))
export const testEntryRelations = relations(testEntry, ({ one }) => ({
  test: one(test, { fields: [testEntry.testId], references: [test.id] }),
}))

export const leakRelations = relations(leak, ({ one, many }) => ({
  job: one(job, { fields: [leak.jobId], references: [job.id] }),
  finds: many(find),
}))
export const rigFindRelations = relations(rigFind, ({ one }) => ({
  job: one(job, { fields: [rigFind.jobId], references: [job.id] }),
}))
export const findRelations = relations(find, ({ one }) => ({
  leak: one(leak, { fields: [find.leakId], references: [leak.id] }),
}))
export const repairRelations = relations(repair, ({ one }) => ({
  job: one(job, { fields: [repair.jobId], references: [job.id] }),
}))

export const defectCardRelations = relations(defectCard, ({ one }) => ({
  job: one(job, { fields: [defectCard.jobId], references: [job.id] }),
}))
export const approvalRelations = relations(approval, ({ one }) => ({
  job: one(job, { fields: [approval.jobId], references: [job.id] }),
}))
export const repairChoiceRelations = relations(repairChoice, ({ one }) => ({
  job: one(job, { fields: [repairChoice.jobId], references: [job.id] }),
}))
export const repairRunRelations = relations(repairRun, ({ one, many }) => ({
  job: one(job, { fields: [repairRun.jobId], references: [job.id] }),
  entries: many(runEntry),
  sheet: one(materialSheet, { fields: [repairRun.sheetId], references: [materialSheet.id] }),
}))
export const runEntryRelations = relations(runEntry, ({ one }) => ({
  run: one(repairRun, { fields: [runEntry.runId], references: [repairRun.id] }),
}))
export const proofEntryRelations = relations(proofEntry, ({ one }) => ({
  job: one(job, { fields: [proofEntry.jobId], references: [job.id] }),
}))
export const newTankEntryRelations = relations(newTankEntry, ({ one }) => ({
  job: one(job, { fields: [newTankEntry.jobId], references: [job.id] }),
}))
export const signatureRelations = relations(signature, ({ one }) => ({
  job: one(job, { fields: [signature.jobId], references: [job.id] }),
}))
export const ownerCardRelations = relations(ownerCard, ({ one }) => ({
  job: one(job, { fields: [ownerCard.jobId], references: [job.id] }),
}))
export const ownerWordRelations = relations(ownerWord, ({ one }) => ({
  job: one(job, { fields: [ownerWord.jobId], references: [job.id] }),
}))
export const instrumentCheckRelations = relations(instrumentCheck, ({ one }) => ({
  job: one(job, { fields: [instrumentCheck.jobId], references: [job.id] }),
}))
