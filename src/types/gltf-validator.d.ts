declare module 'gltf-validator' {
  /** Khronos' own validator of glTF. */
  export function validateBytes(bytes: Uint8Array): Promise<{
    readonly issues: { readonly messages: readonly { readonly code: string; readonly severity: number }[] }
  }>
}
