import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { knowledgeTable } from './knowledgeTable'

writeFileSync(join(process.cwd(), 'docs/knowledge.md'), knowledgeTable())
