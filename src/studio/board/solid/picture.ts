import type { Camera, Scene, WebGLRenderer } from 'three'
import { PerspectiveCamera } from 'three'

/** Pixels of a saved picture: 4K, 16 to 9. */
const WIDTH_PX = 3840
const HEIGHT_PX = 2160

/** What shows as a PNG of 3840 by 2160 pixels, whatever the size of the window. @throws Error where the machine can't */
export async function pictureOf(gl: WebGLRenderer, scene: Scene, camera: Camera): Promise<Blob> {
  const { domElement: canvas } = gl
  const [width, height] = [canvas.clientWidth, canvas.clientHeight]
  const ratio = gl.getPixelRatio()
  const wide = camera.clone()
  if (wide instanceof PerspectiveCamera) {
    wide.aspect = WIDTH_PX / HEIGHT_PX
    wide.updateProjectionMatrix()
  }
  try {
    gl.setPixelRatio(1)
    gl.setSize(WIDTH_PX, HEIGHT_PX, false)
    gl.render(scene, wide)
    return await new Promise<Blob>((resolve, reject) =>
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be made.')))),
    )
  } finally {
    gl.setPixelRatio(ratio)
    gl.setSize(width, height, false)
    gl.render(scene, camera)
  }
}
