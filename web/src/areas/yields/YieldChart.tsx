import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { Line } from 'react-chartjs-2';
import type { BatchSummary } from '@zest/contract';
import { COLOUR, FONT } from '../../ui/theme.js';

Chart.register(CategoryScale, Legend, LinearScale, PointElement, LineElement, Tooltip);
Chart.defaults.font.family = FONT.text;
Chart.defaults.font.size = 15;
Chart.defaults.color = COLOUR.ink;

const POINTS = ['circle', 'rect', 'triangle', 'rectRot', 'cross', 'star'] as const;
const LINES = [COLOUR.pine, COLOUR.lean, COLOUR.spice, COLOUR.water, COLOUR.inclusion, COLOUR.cure];

/** Packed yield batch by batch, a line and a point shape a product. */
export default function YieldChart({ batches }: { batches: readonly BatchSummary[] }) {
  const inOrder = [...batches].sort((a, b) => a.number - b.number);
  const products = [...new Set(inOrder.map((b) => b.product))].sort();
  return (
    <Line
      aria-label="Packed yield of each batch in percent of the meat block"
      role="img"
      data={{
        labels: inOrder.map((b) => String(b.number)),
        datasets: products.map((product, i) => ({
          label: product,
          data: inOrder.map((b) => (b.product === product ? (b.packedYield ?? 0) * 100 : null)),
          spanGaps: true,
          borderColor: LINES[i % LINES.length] ?? COLOUR.ink,
          backgroundColor: LINES[i % LINES.length] ?? COLOUR.ink,
          pointStyle: POINTS[i % POINTS.length] ?? 'circle',
          pointRadius: 7,
          borderWidth: 2,
        })),
      }}
      options={{
        animation: false,
        maintainAspectRatio: false,
        plugins: { legend: { position: 'right', labels: { usePointStyle: true, padding: 14 } } },
        scales: {
          y: { title: { display: true, text: '% of the meat block' }, grid: { color: COLOUR.edge } },
          x: { title: { display: true, text: 'batch' }, grid: { display: false } },
        },
      }}
    />
  );
}
