import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { benchReading } from './reading'
import { benchStudio } from './studio'

const folder = mkdtempSync(join(tmpdir(), 'calque-bench-'))
try {
  console.log('\nReading …')
  await benchReading(folder)
  console.log('\nIn the browser …')
  await benchStudio(process.env.CALQUE_ADDRESS!)
} finally {
  rmSync(folder, { recursive: true, force: true })
}
