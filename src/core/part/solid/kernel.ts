import { setOC } from 'replicad'
import startOpenCascade from 'replicad-opencascadejs'

let started: Promise<void> | null = null

/**
 * Starts the kernel of solids, once; nothing of this folder works before that.
 * @param wasm its WebAssembly, from wherever that is at hand
 */
export function startKernel(wasm: () => Promise<ArrayBuffer | Uint8Array>): Promise<void> {
  started ??= wasm()
    .then((wasmBinary) => startOpenCascade({ wasmBinary }))
    .then(setOC)
  return started
}
