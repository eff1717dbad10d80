<script setup lang="ts">
/** A chart of the chart library, with only the parts of it that are used. Written `LazyChartFigure`, so that no page fetches it before it shows one. */
import { BarChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

use([
  BarChart,

  LineChart,
  ScatterChart,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
  SVGRenderer,
  CanvasRenderer,
])
</script>

<template>
  <VChart />
</template>
