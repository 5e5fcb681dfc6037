import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { licences, licencesPage } from './licences'

const root = path.join(import.meta.dirname, '..')
writeFileSync(path.join(root, 'docs/licences.md'), licencesPage(licences(root)))
