/**
 * Whether a value may stand on a page, by the core's own table of kinds: what the editor makes and what the server takes
 * are one list. `tests/values.json` holds the core and this file to the same values.
 */
import { KINDS, MARKS } from '../api/generated/kinds';

export interface Rule {
	rule: string;
	empty?: boolean;
	least?: number;
	most?: number;
	of?: readonly string[];
}
/** By its name alone where that is all of it, with a `?` if nothing keeps it too. */
type Rules = Readonly<Record<string, Rule | string>>;

export const LONGEST = 10_000;
const WIDEST = 100;
const MOST_POINTS = 200_000;
const COLOUR = /^(#[0-9a-f]{3,8}|[a-z]{3,30}|(rgb|hsl)a?\([0-9.,%/ deg]{5,50}\))$/i;
const SCHEME = /^[a-z][a-z0-9+.-]*:/i;

const isText = (value: unknown) => typeof value === 'string' && value.length <= LONGEST;
const isNumber = (value: unknown) => Number.isFinite(value) && Math.abs(value as number) < 1e9;
const isPlain = (value: unknown) => isText(value) || typeof value === 'boolean' || isNumber(value);
const named = (pattern: RegExp) => (value: unknown) => typeof value === 'string' && pattern.test(value);

export function isAddress(value: unknown): boolean {
	if (!isText(value)) return false;
	const href = value as string;
	// eslint-disable-next-line no-control-regex -- signs that a browser leaves out of an address
	if (/[\u0000-\u001f\\\u007f]/.test(href)) return false;
	const scheme = SCHEME.exec(href);
	if (scheme) return ['http:', 'https:', 'mailto:'].includes(scheme[0].toLowerCase());
	return !/^\s/.test(href) && !href.startsWith('//');
}

function isPoint(value: unknown): boolean {
	if (Array.isArray(value)) return value.length >= 2 && value.length <= 3 && value.every(isNumber);
	return isRecord(value) && isNumber(value.x) && isNumber(value.y) && plain(value, 'x', 'y');
}

function isStroke(value: unknown): boolean {
	if (isRecord(value)) return Array.isArray(value.points) && isStroke(value.points) && plain(value, 'points');
	return Array.isArray(value) && (value.every(isPoint) || value.every(isNumber));
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
	typeof value === 'object' && value !== null && !Array.isArray(value);

const plain = (value: Record<string, unknown>, ...but: string[]) =>
	Object.entries(value).every(([name, part]) => but.includes(name) || part === null || isPlain(part));

const KEEPS: Record<string, (value: unknown, rule: Rule) => boolean> = {
	text: isText,
	name: named(/^[\p{L}\p{N}_ .:+-]{0,100}$/u),
	language: named(/^[\p{L}\p{N}_.+#-]{0,40}$/u),
	flag: (value) => typeof value === 'boolean',
	number: isNumber,
	plain: isPlain,
	size: (value) =>
		typeof value === 'string'
			? /^\d{1,4}%?$/.test(value)
			: isNumber(value) && (value as number) >= 0 && (value as number) < 10_000,
	colour: named(COLOUR),
	address: isAddress,
	whole: (value, { least, most }) =>
		Number.isInteger(value) && (value as number) >= least! && (value as number) <= most!,
	one: (value, { of }) => typeof value === 'string' && of!.includes(value),
	widths: (value) =>
		Array.isArray(value) &&
		value.length <= WIDEST &&
		value.every((width: unknown) => width === null || isNumber(width)),
	strokes: (value) =>
		Array.isArray(value) &&
		value.every((stroke: unknown) => typeof stroke === 'object' && isStroke(stroke)) &&
		value.flat().length <= MOST_POINTS,
	pins: (value) => Array.isArray(value) && value.length <= MOST_POINTS && value.every(isPoint)
};

export function keeps(rule: Rule | string | undefined, value: unknown): boolean {
	if (!rule) return false;
	const whole: Rule =
		typeof rule === 'string' ? { rule: rule.replace('?', ''), empty: rule.endsWith('?') } : rule;
	return value === null || value === undefined ? Boolean(whole.empty) : KEEPS[whole.rule]!(value, whole);
}

export const rulesOfKind = (name: string): Rules =>
	(KINDS as Record<string, { attributes: Rules }>)[name]!.attributes;
export const rulesOfMark = (name: string): Rules => (MARKS as Record<string, Rules>)[name]!;

/** The attributes that a node or a mark may keep; null where all of them may. */
export function withoutWhatOffends(attrs: Readonly<Record<string, unknown>>, rules: Rules) {
	let kept: Record<string, unknown> | null = null;
	for (const name in attrs) {
		const value = attrs[name];
		// Null says nothing: it goes with what only the editor knows.
		if (name === 'id' || value === null || value === undefined || keeps(rules[name], value)) continue;
		kept ??= { ...attrs };
		if (String(rules[name]).startsWith('text') && typeof value === 'string')
			kept[name] = value.slice(0, LONGEST);
		else delete kept[name];
	}
	return kept;
}
