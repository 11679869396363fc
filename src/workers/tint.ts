/** Gives all ink one colour: what is dark becomes the tint, white stays white. */
export function tint(canvas: OffscreenCanvas, color: string): void {
  const context = canvas.getContext('2d')
  if (!context) return
  context.save()
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.globalAlpha = 1
  context.fillStyle = '#000000'
  context.globalCompositeOperation = 'saturation'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.fillStyle = color
  context.globalCompositeOperation = 'screen'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.restore()
}
