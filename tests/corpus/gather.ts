import { execFile } from 'node:child_process'
import { existsSync } from 'node:fs'
import { mkdir, readdir, writeFile } from 'node:fs/promises'
import { extname, join } from 'node:path'
import { promisify } from 'node:util'

const run = promisify(execFile)

/** Packages of documentation and of tests that hold drawings and pages of programs that we know nothing of. */
const DEBIAN = [
  'asymptote-doc',
  'gnuplot-doc',
  'r-doc-pdf',
  'maxima-doc',
  'libigraph-examples',
  'fp-docs-3.2.2',
  'latex-cjk-chinese-arphic-gbsn00lp',
  'tex-gyre',
  'debian-reference-common',
  'maint-guide',
  'octave-doc',
  'lilypond-doc-pdf',
  'graphviz-doc',
  'texlive-pictures-doc',
  'openclipart-svg',
  'oxygen-icon-theme',
]
const NPM = ['pdf-parse@1.1.1', 'pdf2json', 'pdfreader', 'dxf', 'dxf-parser', 'three-dxf', 'svg-to-pdfkit', 'svgpath']

const KINDS = new Set(['.pdf', '.svg', '.dxf'])

/**
 * Gathers the files of the packages into a folder that the repository does not keep. A package that is not to be had is
 * left out and named.
 * @returns their paths, and what was left out
 */
export async function gather(folder: string): Promise<{ files: string[]; left: string[] }> {
  const left: string[] = []
  await mkdir(folder, { recursive: true })
  for (const name of DEBIAN) await taken(folder, name, left, fromDebian)
  for (const name of NPM) await taken(folder, name, left, fromNpm)
  return { files: (await filesUnder(folder)).filter((path) => KINDS.has(extname(path).toLowerCase())).sort(), left }
}

async function taken(
  folder: string,
  name: string,
  left: string[],
  fetch: (name: string, into: string) => Promise<unknown>,
): Promise<void> {
  const into = join(folder, name.replaceAll(/[^a-z0-9.-]/gi, '_'))
  if (existsSync(join(into, '.done'))) return
  await mkdir(into, { recursive: true })
  try {
    await fetch(name, into)
    await writeFile(join(into, '.done'), '')
  } catch {
    left.push(name)
  }
}

async function fromDebian(name: string, into: string): Promise<void> {
  await run('apt-get', ['download', name], { cwd: into })
  const [file] = (await readdir(into)).filter((each) => each.endsWith('.deb'))
  await run('dpkg-deb', ['-x', file!, '.'], { cwd: into })
  await unpackCompressed(into)
}

async function fromNpm(name: string, into: string): Promise<void> {
  await run('npm', ['pack', '--silent', name], { cwd: into })
  const [file] = (await readdir(into)).filter((each) => each.endsWith('.tgz'))
  await run('tar', ['-xzf', file!], { cwd: into })
}

/** Documentation is kept compressed. */
async function unpackCompressed(folder: string): Promise<void> {
  const packed = (await filesUnder(folder)).filter((path) => /\.(pdf|svg|dxf)\.gz$/i.test(path))
  for (const path of packed) await run('gunzip', ['-f', path])
}

async function filesUnder(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true })
  return entries.filter((entry) => entry.isFile()).map(({ parentPath, name }) => join(parentPath, name))
}
