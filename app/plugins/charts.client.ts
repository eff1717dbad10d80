import { CustomChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

/** Only the parts of the chart library that are used. */
export default defineNuxtPlugin(nuxt => {
  use([
    CustomChart,
    LineChart,
    ScatterChart,
    GridComponent,
    MarkAreaComponent,
    MarkLineComponent,
    TooltipComponent,
    SVGRenderer,
    CanvasRenderer,
  ])
  nuxt.vueApp.component('VChart', VChart)
})

declare module 'vue' {
  interface GlobalComponents {
    VChart: typeof VChart
  }
}
