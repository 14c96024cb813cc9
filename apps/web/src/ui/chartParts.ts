import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
} from 'chart.js'
import annotation from 'chartjs-plugin-annotation'

Chart.register(
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  BarController,
  BarElement,
  Filler,
  Tooltip,
  annotation,
)

export { Bar, Line, Scatter } from 'react-chartjs-2'
