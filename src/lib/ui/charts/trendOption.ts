import { lengthWords, settingScale, onScale } from '$words/index.js';
import type { EChartsCoreOption } from 'echarts/core';

/** One visit of a trend: filtered value with its SD, and the visit's own reading. */
export interface TrendPoint {
	readonly day: string;
	readonly mm: number;
	readonly sdMm: number;
}

export interface TrendData {
	readonly near: readonly TrendPoint[];
	readonly off: readonly TrendPoint[];
	/** Half of the full width as drawn, beside the model. */
	readonly plain?: readonly TrendPoint[];
	readonly fitDays: readonly string[];
	readonly refitLossMm: number;
	readonly refitGainMm: number;
}

export interface TrendColours {
	readonly near: string;
	readonly off: string;
	readonly band: string;
	readonly alarm: string;
	readonly strap: string;
	readonly quiet: string;
	readonly line: string;
}

const pair = (p: TrendPoint, mm: number) => [p.day, Math.round(mm * 100) / 100];

function bandSeries(points: readonly TrendPoint[], colour: string, stack: string): Record<string, unknown>[] {
	const base = {
		type: 'line',
		stack,
		stackStrategy: 'all',
		symbol: 'none',
		silent: true,
		lineStyle: { opacity: 0 },
		tooltip: { show: false }
	};
	return [
		{ ...base, data: points.map((p) => pair(p, p.mm - 1.96 * p.sdMm)) },
		{ ...base, data: points.map((p) => pair(p, 3.92 * p.sdMm)), areaStyle: { color: colour } }
	];
}

/** What the faint second line is called. */
export const AS_DRAWN = 'width as drawn';

/** ECharts option of a band's change over time with interval, limits and fit marks. */
export function buildTrendOption(data: TrendData, c: TrendColours): EChartsCoreOption {
	const marks = data.fitDays.map((day) => ({
		xAxis: day,
		lineStyle: { color: c.strap, type: 'solid', width: 2 },
		label: { formatter: 'fit mark', color: c.strap, align: 'left' }
	}));
	const limits = [-data.refitLossMm, data.refitGainMm].map((mm) => ({
		yAxis: mm,
		lineStyle: { color: c.alarm, type: 'dashed', width: 1.4 },
		label: { formatter: 'refit', color: c.alarm, position: 'insideEndTop' }
	}));
	const plain = data.plain ?? [];
	const tick = settingScale('mm', 3);
	const tickMm = tick.step * tick.per;
	return {
		animation: false,
		grid: { left: 44, right: 18, top: 40, bottom: 30 },
		textStyle: { fontFamily: 'Source Sans 3 Variable' },
		legend: {
			top: 0,
			right: 0,
			data: ['near', 'off', ...(plain.length > 0 ? [AS_DRAWN] : [])],
			textStyle: { color: c.quiet }
		},
		tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => lengthWords(Number(v), 1) },
		xAxis: { type: 'time', axisLine: { lineStyle: { color: c.line } }, axisLabel: { color: c.quiet, fontSize: 13 } },
		yAxis: {
			interval: tickMm,
			type: 'value',
			min: (v: { min: number }) => tickMm * Math.floor(Math.min(v.min, -data.refitLossMm - 1.5) / tickMm),
			max: (v: { max: number }) => tickMm * Math.ceil(Math.max(v.max, data.refitGainMm + 1.5) / tickMm),
			splitLine: { lineStyle: { color: c.line } },
			axisLabel: { color: c.quiet, fontSize: 13, formatter: (v: number) => onScale(v, { ...tick, unit: '' }) }
		},
		series: [
			...bandSeries(data.near, c.band, 'near'),
			...bandSeries(data.off, c.band, 'off'),
			{
				name: 'near',
				type: 'line',
				data: data.near.map((p) => pair(p, p.mm)),
				color: c.near,
				lineStyle: { width: 2.6 },
				markLine: { symbol: 'none', data: [...marks, ...limits] }
			},
			{
				name: 'off',
				type: 'line',
				data: data.off.map((p) => pair(p, p.mm)),
				color: c.off,
				lineStyle: { width: 2.2, type: 'dashed' }
			},
			...(plain.length > 0
				? [
						{
							name: AS_DRAWN,
							type: 'line',
							data: plain.map((p) => pair(p, p.mm)),
							color: c.quiet,
							symbol: 'none',
							lineStyle: { width: 1.2, type: 'dotted' }
						}
					]
				: [])
		]
	};
}
