/** Strokes of a drawing: how they are kept, read, drawn and rubbed out. Points are in thousandths of the pad's width. */

/** x, y and, from a pen that feels it, the pressure from 0 to 1. */
export type Point = [number, number] | [number, number, number];

export interface Stroke {
	points: Point[];
	ink?: string;
	/** In thousandths of the pad's width. */
	width?: number;
}

export const INKS = ['blue', 'black', 'green', 'ochre'] as const;
export const WIDTHS = [2.5, 5, 11] as const;

/** A stroke, however whoever drew it wrote it down: as points, as a row of numbers, or with its ink and width. */
export function strokeOf(kept: unknown): Stroke {
	const list: unknown[] = Array.isArray(kept) ? kept : ((kept as { points?: unknown[] })?.points ?? []);
	const { ink, width } = Array.isArray(kept) ? {} : ((kept ?? {}) as { ink?: unknown; width?: unknown });
	return {
		points: list.every((value) => typeof value === 'number') ? inPairs(list) : list.map(pointOf),
		ink: INKS.find((one) => one === ink) ?? INKS[0],
		width: Number(width) > 0 ? Math.min(Number(width), 60) : WIDTHS[0]
	};
}

function inPairs(numbers: number[]): Point[] {
	return numbers.flatMap((x, k): Point[] => (k % 2 ? [] : [[x, numbers[k + 1] ?? 0]]));
}

function pointOf(kept: unknown): Point {
	const [x, y, pressure] = Array.isArray(kept)
		? (kept as number[])
		: [(kept as { x: number }).x, (kept as { y: number }).y];
	const at: Point = [Number(x) || 0, Number(y) || 0];
	return Number(pressure) > 0 ? [...at, Math.min(Number(pressure), 1)] : at;
}

/** What is drawn of a stroke: one path, or where a pen pressed unevenly one for each run of the same strength. */
export function pathsOf(stroke: Stroke): { d: string; width: number }[] {
	const paths: { d: string; width: number }[] = [];
	stroke.points.forEach((point, k) => {
		const width = (stroke.width ?? WIDTHS[0]) * strength(point);
		const before = stroke.points[k - 1];
		const last = paths.at(-1);
		if (last && last.width === width) last.d += `L${point[0]} ${point[1]}`;
		else paths.push({ d: `M${(before ?? point).slice(0, 2).join(' ')}L${point[0]} ${point[1]}`, width });
	});
	return paths;
}

/** In steps, so that a line is a few paths and not hundreds. */
function strength([, , pressure]: Point): number {
	return pressure === undefined ? 1 : 0.4 + Math.round(pressure * 5) * 0.24;
}

/** The strokes that a rubber leaves which touches this point. */
export function rubbed<T>(strokes: T[], at: Point, reach = 18): T[] {
	return strokes.filter((kept) => {
		const { points } = strokeOf(kept);
		return !points.some((point, k) => fromLine(at, points[k - 1] ?? point, point) < reach);
	});
}

/** How far a point is from a straight line between two others. */
function fromLine([x, y]: Point, [x1, y1]: Point, [x2, y2]: Point): number {
	const [dx, dy] = [x2 - x1, y2 - y1];
	const along = ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy || 1);
	const t = Math.max(0, Math.min(1, along));
	return Math.hypot(x - x1 - t * dx, y - y1 - t * dy);
}
