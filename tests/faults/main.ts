import { boathouseSet } from '../../demo/sheets/boathouse'
import { Verdicts } from '../support/verdicts'
import { damaged } from './damaged'
import { kill, manyEditors } from './kills'

/** Kills, many editors and hostile files, on a Calque of its own: `npm run faults`, or some of it by name. */
const wanted = process.argv.slice(2)
const runs = (name: string) => wanted.length === 0 || wanted.includes(name)

const address = process.env.CALQUE_ADDRESS!
const home = process.env.CALQUE_HOME!
const verdicts = new Verdicts()
const { tell } = verdicts
if (runs('editors')) {
  const report = await manyEditors({ address, home }, { editors: 50, projects: 10, seconds: 120, pauseMs: 1000 })
  tell('50 editors on 10 projects, 2 minutes: saves', '', report.saves, report.saves > 1000)
  tell('  median of a save, ms', '', report.medianMs.toFixed(1), true)
  tell('  95th in a hundred, ms', 'under 100', report.p95Ms.toFixed(1), report.p95Ms < 100)
  tell('  processor for a save, ms', 'half of 12.7', report.processorMs.toFixed(1), report.processorMs <= 6.35)
  tell('  acknowledged and lost, or doubled', '0', report.lost + report.doubled, report.lost + report.doubled === 0)
}
if (runs('kills')) {
  const file = { name: 'plan.pdf', bytes: await boathouseSet() }
  const report = await kill({ address, home }, 200, 900, file)
  tell('kills under eight editors', '200', report.kills, report.kills === 200)
  tell('  acknowledged changes', '', report.acknowledged, report.acknowledged > 1000)
  tell('  of these lost', '0', report.lost, report.lost === 0)
  tell('  doubled or out of order', '0', report.doubled, report.doubled === 0)
  tell(
    '  projects equal to their replay',
    String(report.projects),
    report.replayed,
    report.replayed === report.projects,
  )
  for (const [victim, seconds] of Object.entries(report.backWithinSeconds))
    tell(`  back after the death of ${victim}, s at most`, 'within 10', seconds, seconds <= 10)
  tell(
    '  files brought in meanwhile that are read',
    String(report.files),
    report.filesDone,
    report.filesDone === report.files,
  )
}
if (runs('damaged')) {
  const report = await damaged(address, 2000, 11, 900)
  tell('damaged files', '2000', report.files, report.files === 2000)
  tell('  taken, and readable in part', '', `${report.taken}, ${report.readable}`, true)
  tell('  hanging beyond the limits', '0', report.hanging, report.hanging === 0)
  tell('  faults of ours', '0', report.failures, report.failures === 0)
  tell('  sentences with a path or a stack', '0', report.wrongWords.length, report.wrongWords.length === 0)
  for (const words of report.wrongWords.slice(0, 5)) console.log(`       ${words.slice(0, 160)}`)
  tell('  everything ready afterwards', 'yes', report.serverWell, report.serverWell)
}
process.exit(verdicts.sound ? 0 : 1)
