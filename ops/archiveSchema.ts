import { archiveSchema } from '../server/services/archive/archiveSchema'

/** Prints the JSON Schema of an archive's job.json: npx tsx ops/archiveSchema.ts > docs/formats/job.schema.json */
process.stdout.write(`${JSON.stringify(archiveSchema(), null, 2)}\n`)
