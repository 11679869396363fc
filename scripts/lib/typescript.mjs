// Runs the project's TypeScript with Node, wherever the person stands.
import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('../..', import.meta.url))

/** Node's arguments that make it read TypeScript. Short-lived objects get room: reading a page makes millions. */
export const nodeArguments = () => ['--max-semi-space-size=32', '--import', import.meta.resolve('tsx')]

/** @returns a child process running `file`, named from the project's folder */
export function runTypeScript(file, args = [], { env = {}, ...options } = {}) {
  return spawn(process.execPath, [...nodeArguments(), `${ROOT}${file}`, ...args], {
    stdio: 'inherit',
    ...options,
    env: { ...process.env, TSX_TSCONFIG_PATH: `${ROOT}tsconfig.json`, ...env },
  })
}
