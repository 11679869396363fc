// Debian packages that a command needs: present, installed now, or asked for in a sentence.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fail } from './say.mjs'

/** Each package with a file that shows it is there. */
const SHOWN_BY = {
  postgresql: () => postgresFolder() !== null,
  chromium: () => existsSync('/usr/bin/chromium'),
  'poppler-utils': () => existsSync('/usr/bin/pdftocairo'),
  'mupdf-tools': () => existsSync('/usr/bin/mutool'),
  'python3-ezdxf': () => existsSync('/usr/lib/python3/dist-packages/ezdxf'),
  'python3-openpyxl': () => existsSync('/usr/lib/python3/dist-packages/openpyxl'),
  ghostscript: () => existsSync('/usr/bin/gs'),
  'librsvg2-bin': () => existsSync('/usr/bin/rsvg-convert'),
  'libopenjp2-tools': () => existsSync('/usr/bin/opj_compress'),
  'libifcplusplus-dev': () => existsSync('/usr/include/ifcpp/IFC4/include'),
  'occt-draw': () => existsSync('/usr/bin/occt-draw-7.6'),
  bubblewrap: () => existsSync('/usr/bin/bwrap'),
  qpdf: () => existsSync('/usr/bin/qpdf'),
  pstoedit: () => existsSync('/usr/bin/pstoedit'),
  haproxy: () => existsSync('/usr/sbin/haproxy'),
  patroni: () => existsSync('/usr/bin/patroni'),
  'python3-etcd': () => existsSync('/usr/lib/python3/dist-packages/etcd'),
  'etcd-server': () => existsSync('/usr/bin/etcd'),
  pgbouncer: () => existsSync('/usr/sbin/pgbouncer'),
  pgbackrest: () => existsSync('/usr/bin/pgbackrest'),
  'ceph-mon': () => existsSync('/usr/bin/ceph-mon'),
  'ceph-osd': () => existsSync('/usr/bin/ceph-osd'),
  'ceph-common': () => existsSync('/usr/bin/ceph'),
  radosgw: () => existsSync('/usr/bin/radosgw'),
  'redis-server': () => existsSync('/usr/bin/redis-server'),
  prometheus: () => existsSync('/usr/bin/promtool'),
}

/** What `object-store.mjs` runs. */
export const OBJECT_STORE_PACKAGES = ['ceph-mon', 'ceph-osd', 'ceph-common', 'radosgw']

/** @returns the folder of PostgreSQL's server programs, the newest first, or null */
export function postgresFolder() {
  for (const version of [18, 17, 16, 15, 14, 13]) {
    const folder = `/usr/lib/postgresql/${version}/bin`
    if (existsSync(`${folder}/initdb`)) return folder
  }
  return null
}

/** Installs what is better to have, where this user may. What it is for says by itself how it does without. */
export function wishDebian(...names) {
  const missing = names.filter((name) => !SHOWN_BY[name]())
  if (missing.length > 0) install(missing, () => undefined)
}

/** Installs what is missing, where this user may; else says how. */
export const ensureDebian = (...names) => install(names, fail)

function install(names, fail) {
  const missing = names.filter((name) => !SHOWN_BY[name]())
  if (missing.length === 0) return
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`
  const root = process.getuid?.() === 0
  const sudo = !root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0
  if (!root && !sudo)
    return fail(`Debian's ${missing.join(', ')} missing. Run this once, then try again:\n  sudo ${command}`)
  console.log(`Installing Debian's ${missing.join(', ')} (once) …`)
  const run = (line) => {
    const words = (root ? line : `sudo -n ${line}`).split(' ')
    // Services that come along are not started: what is needed is run here.
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' }
    return spawnSync(words[0], words.slice(1), { stdio: ['ignore', 'ignore', 'inherit'], env }).status
  }
  if (run(command) !== 0) {
    run('apt-get update -q')
    run(command)
  }
  const still = missing.filter((name) => !SHOWN_BY[name]())
  if (still.length > 0)
    fail(`Debian's ${still.join(', ')} could not be installed. Run this by hand and read what it says:\n  ${command}`)
}
