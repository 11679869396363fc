import { execFile } from 'node:child_process'
import { mkdir, mkdtemp, readdir, rm, writeFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { promisify } from 'node:util'
import { describe, expect, it } from 'vitest'
import { type Module, roomCircles } from './support/rooms'

const ROOT = resolve(import.meta.dirname, '..')
const FOLDERS = ['src', 'cli', 'demo']

interface Report {
  readonly modules: readonly {
    readonly source: string
    readonly dependencies: readonly { readonly resolved: string }[]
  }[]
  readonly summary: {
    readonly violations: readonly {
      readonly from: string
      readonly to: string
      readonly rule: { readonly name: string }
    }[]
  }
}

/** What the check of the layers finds in a tree of files. */
async function cruise(cwd: string, folders: readonly string[]): Promise<Report> {
  const program = join(ROOT, 'node_modules/.bin/depcruise')
  const config = join(ROOT, '.dependency-cruiser.cjs')
  const run = promisify(execFile)
  // It ends with the number of violations.
  const { stdout } = await run(program, ['--config', config, '--output-type', 'json', ...folders], {
    cwd,
    maxBuffer: 1 << 28,
  }).catch((error: { stdout: string }) => error)
  return JSON.parse(stdout) as Report
}

/** Tests may ask any other room to be their judge. */
const modulesOf = ({ modules }: Report): Module[] =>
  modules
    .filter(({ source }) => !source.includes('.test.'))
    .map(({ source, dependencies }) => ({ source, imports: dependencies.map(({ resolved }) => resolved) }))

it('the arrows between layers and rooms point one way, types included', async () => {
  const report = await cruise(ROOT, FOLDERS)
  const seen = new Set(report.modules.map(({ source }) => source))
  const files = (await Promise.all(FOLDERS.map((folder) => readdir(join(ROOT, folder), { recursive: true })))).flatMap(
    (names, i) => names.filter((name) => /\.tsx?$/.test(name)).map((name) => join(FOLDERS[i]!, name)),
  )
  // A parser that does not know TypeScript would look at nothing and find nothing.
  expect(files.filter((file) => !seen.has(file))).toEqual([])
  expect(report.summary.violations.map(({ from, to, rule }) => `${rule.name}: ${from} → ${to}`)).toEqual([])
  expect(roomCircles(modulesOf(report))).toEqual([])
})

/** A tree of files that breaks a rule: their paths, and what each imports. */
type Planted = Readonly<Record<string, readonly string[]>>

const PLANTED: Readonly<Record<string, Planted>> = {
  'core-stands-alone': { 'src/core/a.ts': ['../server/b'], 'src/server/b.ts': [] },
  'workers-wrap-core': { 'src/workers/a.ts': ['../server/b'], 'src/server/b.ts': [] },
  'studio-speaks-http': { 'src/studio/state/a.ts': ['../../server/b'], 'src/server/b.ts': [] },
  'server-knows-core': { 'src/server/a.ts': ['../studio/state/b'], 'src/studio/state/b.ts': [] },
  'app-joins-them': { 'src/app/a.ts': ['../../demo/b'], 'demo/b.ts': [] },
  'cli-sits-on-server-and-core': { 'cli/a.ts': ['../src/studio/state/b'], 'src/studio/state/b.ts': [] },
  'demo-draws-and-seeds': { 'demo/a.ts': ['../cli/b'], 'cli/b.ts': [] },
  'studio-kernel': { 'src/studio/kernel/a.ts': ['../state/b'], 'src/studio/state/b.ts': [] },
  'studio-ui': { 'src/studio/ui/a.ts': ['../state/b'], 'src/studio/state/b.ts': [] },
  'studio-painters': { 'src/studio/painters/a.ts': ['../board/b'], 'src/studio/board/b.ts': [] },
  'studio-tooling': { 'src/studio/tooling/a.ts': ['../state/b'], 'src/studio/state/b.ts': [] },
  'studio-state': { 'src/studio/state/a.ts': ['../board/b'], 'src/studio/board/b.ts': [] },
  'studio-board': { 'src/studio/board/a.ts': ['../features/x/b'], 'src/studio/features/x/b.ts': [] },
  'studio-features': { 'src/studio/features/x/a.ts': ['../../shell/b'], 'src/studio/shell/b.ts': [] },
  'features-meet-at-their-doors': { 'src/studio/features/x/a.ts': ['../y/b'], 'src/studio/features/y/b.ts': [] },
  'tools-hold-no-store': {
    'src/studio/features/x/tools/a.ts': ['../b'],
    'src/studio/features/x/b.ts': ['../../state/c'],
    'src/studio/state/c.ts': [],
  },
  'no-store-in-kernel-and-ui': { 'src/studio/ui/a.ts': ['zustand'] },
  'core-is-pure': { 'src/core/a.ts': ['react'] },
  'core-has-no-node': { 'src/core/a.ts': ['node:fs'] },
  'no-circles': { 'src/core/a.ts': ['./b'], 'src/core/b.ts': ['./a'] },
}

/** A planted file carries the name of its rule. */
const named = (path: string, rule: string): string =>
  path.includes('/') && !path.startsWith('node:') ? `${path}.${rule}` : path

describe('the check of the layers', () => {
  it('has a planted violation for each of its rules', () => {
    const config = createRequire(import.meta.url)('../.dependency-cruiser.cjs') as {
      readonly forbidden: readonly { readonly name: string }[]
    }
    expect(Object.keys(PLANTED).sort()).toEqual(config.forbidden.map(({ name }) => name).sort())
  })

  it('fails for each of them', async () => {
    const tree = await mkdtemp(join(tmpdir(), 'layers-'))
    const put = async (file: string, text: string) => {
      await mkdir(join(tree, dirname(file)), { recursive: true })
      await writeFile(join(tree, file), text)
    }
    try {
      await put('tsconfig.json', '{ "compilerOptions": { "module": "ESNext", "moduleResolution": "Bundler" } }')
      await put('package.json', '{ "name": "planted", "dependencies": { "react": "*", "zustand": "*" } }')
      for (const name of ['react', 'zustand']) {
        await put(`node_modules/${name}/package.json`, '{ "main": "index.js", "version": "1.0.0" }')
        await put(`node_modules/${name}/index.js`, '')
      }
      for (const [rule, files] of Object.entries(PLANTED))
        for (const [file, imports] of Object.entries(files)) {
          // Only a type is taken: those count as well.
          const lines = imports.map(
            (each, i) => `import type { T as T${i} } from '${named(each, rule)}'\nexport type U${i} = T${i}`,
          )
          await put(`${named(file.replace(/\.ts$/, ''), rule)}.ts`, `${lines.join('\n')}\nexport type T = number\n`)
        }
      const { summary } = await cruise(tree, FOLDERS)
      const found = summary.violations.filter(({ from, rule }) => from.includes(`.${rule.name}.ts`))
      expect([...new Set(found.map(({ rule }) => rule.name))].sort()).toEqual(Object.keys(PLANTED).sort())
    } finally {
      await rm(tree, { recursive: true })
    }
  })

  it('finds rooms that import one another by way of a third', () => {
    const file = (source: string, ...imports: string[]): Module => ({ source, imports })
    expect(
      roomCircles([
        file('src/core/draft/a.ts', 'src/core/model/a.ts'),
        file('src/core/model/a.ts', 'src/core/sheet/b.ts'),
        file('src/core/sheet/c.ts', 'src/core/draft/d.ts'),
        file('src/core/text/a.ts', 'src/core/model/a.ts'),
      ]),
    ).toEqual(['core/draft, core/model, core/sheet'])
  })
})
