import { useLayout } from '@/studio/state/layout'

/** Programs that draw without a graphics card go by these names. */
const WITHOUT_CARD = /swiftshader|llvmpipe|software/i

let weak: boolean | null = null

/** Whether solids are drawn without a graphics card: shadows would make every turn slow. */
function isWeak(): boolean {
  if (weak !== null) return weak
  const gl = document.createElement('canvas').getContext('webgl2')
  const info = gl?.getExtension('WEBGL_debug_renderer_info')
  weak =
    !gl ||
    (info !== null && info !== undefined && WITHOUT_CARD.test(String(gl.getParameter(info.UNMASKED_RENDERER_WEBGL))))
  gl?.getExtension('WEBGL_lose_context')?.loseContext()
  return weak
}

/** Whether shadows are cast: as the person says, else where the machine can. */
export function useShadows(): boolean {
  const wanted = useLayout((layout) => layout.shadows)
  return wanted ?? !isWeak()
}
