import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { benchLargeScans } from './large-scan'
import { benchLargeSet } from './large-set'
import { benchReading } from './reading'
import { benchStudio } from './studio'

const folder = mkdtempSync(join(tmpdir(), 'calque-bench-'))
try {
  console.log('\nReading …')
  await benchReading(folder)
  console.log('\nIn the browser …')
  const address = process.env.CALQUE_ADDRESS!
  await benchStudio(address)
  console.log('\nFive hundred pages …')
  await benchLargeSet(folder, address)
  console.log('\nScans of 140 megapixels …')
  await benchLargeScans(folder, address)
} finally {
  rmSync(folder, { recursive: true, force: true })
}
