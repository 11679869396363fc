// Who knows what: `npm run rooms` prints, for each tool and each kind of record, the files that know it, and the figures
// by which the layout is held: what most files import, assertions that something is there, casts, tests.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { ROOT } from './lib/root.mjs'

const SOURCES = ['src', 'cli', 'demo']
const isTest = (file) => /\.(test|spec)\.tsx?$/.test(file) || file.startsWith('tests/')

const files = [...SOURCES, 'tests'].flatMap((folder) =>
  readdirSync(join(ROOT, folder), { recursive: true })
    .filter((name) => /\.tsx?$/.test(name))
    .map((name) => join(folder, name)),
)
const text = new Map(files.map((file) => [file, readFileSync(join(ROOT, file), 'utf8')]))
const sources = files.filter((file) => !isTest(file))

/** The file that an import names; null for packages. */
function resolved(from, spec) {
  const base = spec.startsWith('@/')
    ? join('src', spec.slice(2))
    : spec.startsWith('.')
      ? relative(ROOT, resolve(ROOT, dirname(from), spec))
      : null
  return base && [base, `${base}.ts`, `${base}.tsx`].find((file) => text.has(file))
}

const imports = new Map(
  files.map((file) => [
    file,
    [...text.get(file).matchAll(/from '([^']+)'|import\('([^']+)'\)/g)].flatMap(
      ([, spec, lazy]) => resolved(file, spec ?? lazy) ?? [],
    ),
  ]),
)
const importers = (file) => sources.filter((each) => each !== file && imports.get(each).includes(file))

const list = (names) => names.map((name) => `    ${name}`).join('\n')

console.log('TOOLS: the file of each, and the files that know it')
const tools = sources
  .filter((file) => /\/features\/[^/]+\/tools\//.test(file) || file.endsWith('tooling/look.ts'))
  .flatMap((file) =>
    [
      ...text
        .get(file)
        .matchAll(/export const (\w+)(?:: Tool)? = [^\n]*\n(?:(?!\nexport )[\s\S])*?\bname: '([\w-]+)'/g),
    ].map(([, symbol, name]) => ({ file, symbol, name })),
  )
for (const { file, symbol, name } of tools) {
  const known = importers(file).filter((each) => new RegExp(`\\b${symbol}\\b`).test(text.get(each)))
  console.log(`  ${name}: ${file}\n${list(known)}`)
}

console.log('\nKINDS OF RECORDS: the files outside of the folder of each that name it')
const kinds = [...text.get('src/core/model/registry.ts').matchAll(/^ {2}'?([\w-]+)'?: recordKind</gm)].map(
  ([, kind]) => kind,
)
const plain = [...text.get('src/core/model/plain-schemas.ts').matchAll(/^ {2}(\w+): recordKind</gm)].map(
  ([, kind]) => kind,
)
for (const kind of [...kinds, ...plain]) {
  const named = new RegExp(`'${kind}'(?!\\])|^\\s+'?${kind}'?: [a-zA-Z]+,$`, 'm')
  const known = sources.filter(
    (file) =>
      !file.startsWith(`src/core/model/${kind}/`) &&
      (named.test(text.get(file)) || imports.get(file).some((each) => each.startsWith(`src/core/model/${kind}/`))),
  )
  console.log(`  ${kind}: ${known.length} files\n${list(known)}`)
}

const all = sources.map((file) => text.get(file)).join('\n')
const count = (pattern) => all.match(pattern)?.length ?? 0
const lines = (some) => some.reduce((sum, file) => sum + text.get(file).split('\n').length, 0)
const inStudio = (some) => some.filter((file) => file.startsWith('src/studio/'))
const hubs = inStudio(sources)
  .map((file) => ({ file, by: importers(file).length }))
  .sort((a, b) => b.by - a.by)
  .slice(0, 8)
console.log('\nFIGURES')
console.log(`  imported most in the studio:\n${list(hubs.map(({ file, by }) => `${by} ${file}`))}`)
console.log(`  taken to be there (!): ${count(/[\w\])]!(?=[.,;)\]\s[])/g)}`)
console.log(`  casts by way of unknown: ${count(/as unknown as/g)}`)
const tests = files.filter(isTest)
console.log(
  `  lines of tests: ${lines(tests)} of ${lines(files)} (${Math.round((100 * lines(tests)) / lines(files))} %), in ${tests.length} files; ` +
    `in the studio ${inStudio(tests).length} beside ${inStudio(sources).length} files`,
)
