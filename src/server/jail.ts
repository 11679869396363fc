import { spawnSync } from 'node:child_process'
import { dirname, join } from 'node:path'

/**
 * Where programs run that read what comes from strangers: without network, without rights, with nothing of this machine
 * but the programs that they need, read-only, and within limits. Bubblewrap gives all of that; where it can't be had, a
 * weaker form is told by its name.
 */
export interface Jail {
  /** One sentence for whoever starts Calque. */
  readonly about: string
  /** Whether neither network nor files can be reached from within. */
  readonly closed: boolean
  /** The command that runs a script on Node inside. @param dataMb memory that it may write to */
  command(script: string, dataMb: number): readonly string[]
}

/** Open files, and bytes of one file that it writes: tiles of a large scan. */
const MOST_FILES = 1024
const LARGEST_FILE = 2 ** 31
const SCRATCH_BYTES = 2 ** 31

/** Where Node looks for what a program imports. */
const needed = (root: string): readonly string[] =>
  ['node_modules', '.build', 'package.json'].map((name) => join(root, name))

const node = (script: string): readonly string[] => [process.execPath, '--max-semi-space-size=32', script]

/** Memory that is written to counts, not what is only set aside, of which WebAssembly takes much. */
const limits = (dataMb: number): readonly string[] => [
  'prlimit',
  `--data=${dataMb * 2 ** 20}`,
  `--nofile=${MOST_FILES}`,
  `--fsize=${LARGEST_FILE}`,
  '--core=0',
]

/** The only settings that get in. */
const ENVIRONMENT: Readonly<Record<string, string>> = {
  NODE_ENV: 'production',
  PATH: '/usr/bin',
  HOME: '/tmp',
  LANG: 'C.UTF-8',
}

function bubblewrap(root: string): Jail {
  const readOnly = ['/usr', '/etc/fonts', '/etc/alternatives', dirname(dirname(process.execPath)), ...needed(root)]
  const settings = Object.entries(ENVIRONMENT).flatMap(([name, value]) => ['--setenv', name, value])
  const channel = ['NODE_CHANNEL_FD', '3', 'NODE_CHANNEL_SERIALIZATION_MODE', 'advanced']
  return {
    about: 'Files are read without network, rights or a view of this machine (bubblewrap).',
    closed: true,
    command: (script, dataMb) => [
      ...['bwrap', '--unshare-all', '--die-with-parent', '--new-session', '--as-pid-1', '--cap-drop', 'ALL'],
      ...['--uid', '65534', '--gid', '65534', '--hostname', 'reader', '--clearenv', ...settings],
      ...['--setenv', channel[0]!, channel[1]!, '--setenv', channel[2]!, channel[3]!],
      // The folders of the system before those of the project, which may lie within one of them.
      ...['--size', String(SCRATCH_BYTES), '--tmpfs', '/tmp', '--proc', '/proc', '--dev', '/dev'],
      ...['bin', 'lib', 'lib64', 'sbin'].flatMap((name) => ['--symlink', `usr/${name}`, `/${name}`]),
      ...readOnly.flatMap((path) => ['--ro-bind-try', path, path]),
      ...['--remount-ro', '/', '--chdir', root],
      ...limits(dataMb),
      ...node(script),
    ],
  }
}

/** As another user where we are root, without new rights, within limits; network and what everybody may read stay open. */
function unprivileged(): Jail {
  const root = process.getuid?.() === 0
  const user = root ? ['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups', '--no-new-privs'] : []
  return {
    about:
      'Files are read within limits of memory but with the network and all that everybody may read: Debian’s bubblewrap is missing or may not be used here.',
    closed: false,
    command: (script, dataMb) => [
      ...user,
      ...['env', '-i', ...Object.entries(ENVIRONMENT).map(([name, value]) => `${name}=${value}`)],
      ...['NODE_CHANNEL_FD=3', 'NODE_CHANNEL_SERIALIZATION_MODE=advanced'],
      ...limits(dataMb),
      ...node(script),
    ],
  }
}

let chosen: Jail | null = null

/** The closest jail that this machine has. @param root the project's folder */
export function jailFor(root: string): Jail {
  chosen ??= works(bubblewrap(root)) ? bubblewrap(root) : unprivileged()
  return chosen
}

/** Tries it: bubblewrap may be there and not allowed to make a world of its own. */
function works(jail: Jail): boolean {
  const [program, ...args] = jail.command('--version', 1024)
  return spawnSync(program!, args, { stdio: 'ignore' }).status === 0
}
