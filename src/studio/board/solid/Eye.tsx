'use client'

import { useThree } from '@react-three/fiber'
import { useEffect, useRef } from 'react'
import { Vector3 } from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { Point } from '@/core/geometry/vector'
import type { Place } from '@/core/model/view/schema'
import { orbitAboutCursor } from './orbit'
import { pictureOf } from './picture'
import { useSolid } from './solid-store'
import type { Scene } from './solids'

/** A walk takes so long; none where motion is not wanted. */
const WALK_MS = 700

const inScene = ({ x, y, z }: Place, origin: Point): Vector3 =>
  new Vector3((x - origin.x) / 1000, (y - origin.y) / 1000, z / 1000)
const inModel = ({ x, y, z }: Vector3, origin: Point): Place => ({
  x: x * 1000 + origin.x,
  y: y * 1000 + origin.y,
  z: z * 1000,
})

/** The eye and how it is moved: from the south-west and above at first, then by the mouse, or to a saved view. */
export function Eye({ scene }: { scene: Scene }) {
  const { camera, gl, scene: shown, invalidate } = useThree()
  const first = useRef(scene)
  const controls = useRef<OrbitControls | null>(null)
  const walk = useSolid((solid) => solid.walk)
  const { origin } = scene
  useEffect(() => {
    const { minX, minY, maxX, maxY, top } = first.current.size
    const middle = new Vector3((minX + maxX) / 2, (minY + maxY) / 2, top / 3)
    // Where the view is narrow, what lies across it has to stand further away.
    const narrow = Math.min(1, gl.domElement.clientWidth / Math.max(1, gl.domElement.clientHeight))
    const reach = (Math.max(maxX - minX, maxY - minY, top) * 1.05) / narrow
    camera.up.set(0, 0, 1)
    camera.position.set(middle.x - reach * 0.5, middle.y - reach * 0.85, middle.z + reach * 0.7)
    camera.near = 0.1
    camera.far = reach * 50
    camera.updateProjectionMatrix()
    const own = new OrbitControls(camera, gl.domElement)
    controls.current = own
    own.target.copy(middle)
    own.maxPolarAngle = Math.PI / 2
    own.enableDamping = false
    // We turn about what lies under the cursor instead.
    own.enableRotate = false
    own.zoomToCursor = true
    const stopOrbit = orbitAboutCursor(gl.domElement, camera, shown, own)
    own.addEventListener('change', () => invalidate())
    own.update()
    invalidate()
    return () => {
      stopOrbit()
      own.dispose()
    }
  }, [camera, gl, shown, invalidate])
  useEffect(() => {
    const look = () => ({
      eye: inModel(camera.position, origin),
      target: inModel(controls.current?.target ?? new Vector3(), origin),
    })
    const move = (ahead: number, aside: number, up: number) => {
      const own = controls.current
      if (!own) return
      const forward = own.target.clone().sub(camera.position).setZ(0).normalize()
      const by = new Vector3(forward.x * ahead + forward.y * aside, forward.y * ahead - forward.x * aside, up)
      camera.position.add(by)
      own.target.add(by)
      own.update()
    }
    useSolid.setState({ look, move, picture: () => pictureOf(gl, shown, camera) })
    return () => useSolid.setState({ look: null, move: null, picture: null })
  }, [camera, gl, shown, origin])
  useEffect(() => {
    const own = controls.current
    if (!walk || !own) return
    const [eye, target] = [inScene(walk.eye, origin), inScene(walk.target, origin)]
    const [fromEye, fromTarget] = [camera.position.clone(), own.target.clone()]
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches
    const began = performance.now()
    let frame = 0
    const step = () => {
      const t = still ? 1 : Math.min(1, (performance.now() - began) / WALK_MS)
      const eased = t * t * (3 - 2 * t)
      camera.position.lerpVectors(fromEye, eye, eased)
      own.target.lerpVectors(fromTarget, target, eased)
      own.update()
      invalidate()
      if (t < 1) frame = requestAnimationFrame(step)
      else useSolid.setState({ walk: null })
    }
    step()
    return () => cancelAnimationFrame(frame)
  }, [walk, camera, invalidate, origin])
  return null
}
