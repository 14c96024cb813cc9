import type { ChartOptions } from 'chart.js'
import type { ChartColours } from './useChartColours'

/** How a figure over the visits or checks is drawn: quiet axes, the unit at the side, nothing that moves. */
export function lineOverTime(colours: ChartColours, unit: string): ChartOptions<'line'> {
  const font = { family: colours.font, size: 13 }
  const ticks = { color: colours.text, font }
  return {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    scales: {
      x: { ticks: { ...ticks, maxRotation: 0, autoSkipPadding: 16 }, grid: { display: false }, border: { color: colours.rule } },
      y: {
        ticks,
        grid: { color: colours.rule },
        border: { display: false },
        title: { display: true, text: unit, color: colours.text, font },
        grace: '10%',
      },
    },
    plugins: { legend: { display: false } },
  }
}
