// Files of a Calque on three machines, in two steps that docs/operating.md tells:
//   node scripts/machines.mjs describe machines.json plans.example.org 10.0.0.11 10.0.0.12 10.0.0.13
//   node scripts/machines.mjs files machines.json one
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { describeMachines, MACHINES, writeMachineFiles } from './lib/machine-files.mjs'
import { fail } from './lib/say.mjs'

const [what, file, ...words] = process.argv.slice(2)
if (what === 'describe' && words.length === 4) describe(...words)
else if (what === 'files' && words.length === 1) files(words[0])
else
  fail(
    'Say `describe FILE HOST ADDRESS ADDRESS ADDRESS`, once, or `files FILE one`, `two` or `three`, on each machine.',
  )

function describe(host, one, two, three) {
  if (existsSync(file)) fail(`${file} is there already, with secrets that are in use. Move it away to begin anew.`)
  writeFileSync(file, `${JSON.stringify(describeMachines({ one, two, three }, host), null, 2)}\n`, { mode: 0o600 })
  console.log(
    `${file} holds all secrets: copy it to each of the three machines, and keep it where nobody else reads it.`,
  )
}

function files(name) {
  if (!MACHINES.includes(name)) fail(`“${name}” is none of ${MACHINES.join(', ')}.`)
  if (!existsSync(file)) fail(`There is no ${file}. Make it with “describe”, or copy it from the first machine.`)
  for (const path of writeMachineFiles(JSON.parse(readFileSync(file, 'utf8')), name)) {
    console.log(path)
    giveTo(path)
  }
}

/** Files with secrets are read by the program that needs them. */
function giveTo(path) {
  const owner = path.endsWith('.pgpass')
    ? 'postgres:postgres'
    : /\/(patroni|pgbouncer|pgbackrest)\//.test(path)
      ? 'root:postgres'
      : /\/etc\/calque\//.test(path)
        ? 'root:calque'
        : null
  if (owner && spawnSync('chown', [owner, path]).status !== 0)
    fail(`${path} could not be given to ${owner}. Install the programs first, as docs/operating.md says.`)
}
