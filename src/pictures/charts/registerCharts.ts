import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  ScatterController,
  SubTitle,
  Title,
  Tooltip,
} from 'chart.js'
import { marginalia } from './marginalia'

/** Makes what our charts are built of known to Chart.js, and nothing else: the rest stays out of the browser. */
Chart.register(
  ScatterController,
  BarController,
  LinearScale,
  LogarithmicScale,
  CategoryScale,
  PointElement,
  LineElement,
  BarElement,
  Title,
  SubTitle,
  Legend,
  Tooltip,
  marginalia,
)

export { Chart }
