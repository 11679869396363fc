// Certificates that nobody has signed but themselves: to try a proxy with.
import { spawnSync } from 'node:child_process'
import { readFileSync, rmSync, writeFileSync } from 'node:fs'

/** Writes one with its key to a file, as HAProxy takes both. @param host whom it names */
export function certify(file, host) {
  const [key, certificate] = [`${file}.key`, `${file}.certificate`]
  const words = ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '30', '-subj', `/CN=${host}`]
  const { status, stderr } = spawnSync('openssl', [...words, '-keyout', key, '-out', certificate], { encoding: 'utf8' })
  if (status !== 0) throw new Error(`openssl: ${stderr}`)
  writeFileSync(file, readFileSync(certificate, 'utf8') + readFileSync(key, 'utf8'), { mode: 0o600 })
  for (const part of [key, certificate]) rmSync(part)
}
