import { BarChart, LineChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { type EChartsType, init, use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { FIGURE_FONT } from './figure-font'
import { palette } from './palette'

use([BarChart, LineChart, GridComponent, SVGRenderer])

/** Figures on charts. */
export const chartFigure = () => ({
  fontFamily: FIGURE_FONT,
  fontSize: 10.5,
  color: palette.inkSoft,
})

/** An axis of words: a thin line without ticks. */
export const wordAxis = () =>
  ({
    type: 'category',
    axisTick: { show: false },
    axisLine: { lineStyle: { color: palette.line } },
  }) as const

/** A chart in an element, still and as lines rather than pixels. */
export const chartIn = (element: HTMLElement): EChartsType => init(element, undefined, { renderer: 'svg' })
