import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { knowledgeTable } from './knowledgeTable'
import { repairTable } from './repairTable'

writeFileSync(join(process.cwd(), 'docs/knowledge.md'), knowledgeTable())
writeFileSync(join(process.cwd(), 'docs/repairs.md'), repairTable())
