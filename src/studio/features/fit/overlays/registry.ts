import { isOut, toleranceOf } from '@/core/check/tolerance'
import type { DimensionResidual } from '@/core/fit/residual'
import { settingsOf } from '@/core/model/settings/schema'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { useBench } from '@/studio/state/bench'
import { useRefit } from '@/studio/state/refit'
import { basePointOptions } from '@/studio/tooling/options'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { paintBasePoint } from './base-point'
import { paintDimensions } from './dimensions'
import { paintLit } from './lit'
import { paintRefit } from './refit'

const basePoint: Overlay = {
  name: 'base-point',
  z: Z.marks,
  of: 'marks',
  paint: (canvas, view, { step, context }) => {
    const { basePoint: at } = context.options(basePointOptions)
    if (step === 'fit' && at) paintBasePoint(canvas, view, at)
  },
}

const knownDimensions: Overlay = {
  name: 'known-dimensions',
  z: Z.marks + 10,
  of: 'marks',
  paint: (canvas, view, { step, context, underlays }) => {
    if (step !== 'fit' && step !== 'check') return
    const settings = settingsOf(context.records)
    // While checking, what is within tolerance would only hide what isn't.
    const wanted = (residual: DimensionResidual) => step === 'fit' || isOut(residual, toleranceOf(settings))
    paintDimensions(canvas, view, underlays, settings, wanted)
  },
}

const litLength: Overlay = {
  name: 'lit-length',
  z: Z.marks + 40,
  of: 'marks',
  paint: (canvas, view, { underlays }) => {
    const { lit } = useBench.getState()
    if (lit) paintLit(canvas, view, underlays, lit)
  },
}

const pendingRefit: Overlay = {
  name: 'pending-refit',
  z: Z.marks + 50,
  of: 'marks',
  follows: [useRefit],
  paint: (canvas, view, { context: { sources } }) => {
    const { pending } = useRefit.getState()
    if (pending) paintRefit(canvas, view, pending, ({ sheetId }) => sheetOf(sources, sheetId)?.sheet)
  },
}

export const FIT_OVERLAYS = [basePoint, knownDimensions, litLength, pendingRefit] as const
