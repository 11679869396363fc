// Foreign files beside independent readers: `npm run corpus`, or `npm run corpus -- 300` for so many pages.
import { ensureDebian } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { runProgram } from './lib/programs.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
ensureDebian('poppler-utils', 'librsvg2-bin', 'python3-ezdxf', 'pstoedit', 'qpdf')
const child = runProgram('tests/corpus/main.ts', process.argv.slice(2), { cwd: ROOT, stdio: 'inherit' })
child.on('exit', (status) => process.exit(status ?? 2))
