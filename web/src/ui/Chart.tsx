import { Button } from 'antd';
import { BarChart, LineChart } from 'echarts/charts';
import { DataZoomComponent, GridComponent, LegendComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { save } from '../api/client';
import { useScheme } from '../theme/scheme';
import { inScheme, SCHEMES } from '../theme/tokens';

echarts.use([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent, DataZoomComponent, MarkAreaComponent, MarkLineComponent, CanvasRenderer]);

/** A chart that can be saved as a picture. */
export default function Chart({ label, option }: { label: string; option: echarts.EChartsCoreOption }) {
  const scheme = useScheme();
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  useEffect(() => {
    if (!place.current) return;
    const drawn = echarts.init(place.current);
    chart.current = drawn;
    const follow = new ResizeObserver(() => drawn.resize());
    follow.observe(place.current);
    return () => {
      follow.disconnect();
      drawn.dispose();
      chart.current = null;
    };
  }, []);
  useEffect(() => {
    chart.current?.setOption(inScheme(option, scheme), { notMerge: true });
  }, [option, scheme]);

  function picture() {
    chart.current?.renderToCanvas({ pixelRatio: 2, backgroundColor: SCHEMES[scheme].surface }).toBlob((image) => {
      if (image) save(image, `${label.replaceAll(/[^\p{L}\p{N}]+/gu, '-')}.png`);
    });
  }

  return (
    <div className="chart">
      <div ref={place} className="chart-place" role="img" aria-label={label} />
      <Button size="small" onClick={picture}>
        Save as PNG
      </Button>
    </div>
  );
}
