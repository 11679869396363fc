import { type Camera, Raycaster, type Scene, Vector2, Vector3 } from 'three'

/** A drag across the view turns by so much. */
const TURN_RAD_PER_VIEW = Math.PI * 1.2
/** The eye never goes over the top nor beneath the ground: from upright it keeps this far. */
const LEAST_POLAR_RAD = 0.02

interface Controls {
  readonly target: Vector3
  update(): void
}

/**
 * Turns the view about what lies under the cursor where a drag begins, else about the middle.
 * @returns a function that ends it
 */
export function orbitAboutCursor(element: HTMLElement, camera: Camera, scene: Scene, controls: Controls): () => void {
  const pressed = new Set<number>()
  let pivot: Vector3 | null = null
  let last = { x: 0, y: 0 }
  const down = (event: PointerEvent) => {
    pressed.add(event.pointerId)
    const turns = event.button === 0 && !event.shiftKey && pressed.size === 1
    pivot = turns ? (under(event, element, camera, scene) ?? controls.target.clone()) : null
    last = { x: event.clientX, y: event.clientY }
  }
  const move = (event: PointerEvent) => {
    if (!pivot || !pressed.has(event.pointerId) || pressed.size > 1) return
    const perPx = TURN_RAD_PER_VIEW / Math.max(1, element.clientHeight)
    turn(camera, controls, pivot, -(event.clientX - last.x) * perPx, -(event.clientY - last.y) * perPx)
    last = { x: event.clientX, y: event.clientY }
  }
  const up = (event: PointerEvent) => {
    pressed.delete(event.pointerId)
    pivot = null
  }
  const ending = new AbortController()
  const { signal } = ending
  element.addEventListener('pointerdown', down, { signal })
  element.addEventListener('pointermove', move, { signal })
  element.addEventListener('pointerup', up, { signal })
  element.addEventListener('pointercancel', up, { signal })
  return () => ending.abort()
}

/** What lies under the cursor. */
function under(event: PointerEvent, element: HTMLElement, camera: Camera, scene: Scene): Vector3 | null {
  const { left, top, width, height } = element.getBoundingClientRect()
  const ray = new Raycaster()
  ray.setFromCamera(
    new Vector2(((event.clientX - left) / width) * 2 - 1, 1 - ((event.clientY - top) / height) * 2),
    camera,
  )
  return ray.intersectObjects(scene.children)[0]?.point ?? null
}

/** Turns eye and target together about a point: about the upright through it, and about the line across the view. */
function turn(camera: Camera, controls: Controls, pivot: Vector3, aboutUpRad: number, aboutAcrossRad: number): void {
  const up = new Vector3(0, 0, 1)
  const back = camera.position.clone().sub(controls.target)
  const polar = back.angleTo(up)
  const held = Math.min(Math.PI / 2, Math.max(LEAST_POLAR_RAD, polar + aboutAcrossRad)) - polar
  const across = new Vector3().crossVectors(up, back).normalize()
  for (const point of [camera.position, controls.target])
    point.sub(pivot).applyAxisAngle(across, held).applyAxisAngle(up, aboutUpRad).add(pivot)
  controls.update()
}
