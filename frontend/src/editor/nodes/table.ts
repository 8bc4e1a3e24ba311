/**
 * Tables, their rows and cells, as they stand on a page; how they are worked on is in `tabling.ts`, which is fetched when
 * there is one. A view of our own gives the columns their widths: the content policy lets no styles in markup through.
 */
import { Node } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { NodeView, ViewMutationRecord } from '@tiptap/pm/view';
import { outside, wrapped } from './furniture';

/** The narrowest a column may be made, in pixels of a page on a screen. */
export const LEAST = 48;
/** What a column has at least of which nothing is said, beside one of which something is. */
const ROOM = 88;

declare module '@tiptap/core' {
	interface NodeConfig {
		/** What the library takes a kind of node for. */
		tableRole?: 'table' | 'row' | 'cell' | 'header_cell';
	}
}

export const Table = Node.create({
	name: 'table',
	group: 'block',
	content: 'tableRow+',
	isolating: true,
	tableRole: 'table',
	/** Asked of every node. */
	extendNodeSchema: ({ config }) => ({ tableRole: config.tableRole }),
	parseHTML: () => [{ tag: 'table' }],
	renderHTML: ({ HTMLAttributes }) => ['table', HTMLAttributes, ['tbody', 0]],
	addNodeView:
		() =>
		({ node }) =>
			new TableView(node)
});

export const TableRow = Node.create({
	name: 'tableRow',
	content: '(tableCell | tableHeader)*',
	tableRole: 'row',
	parseHTML: () => [{ tag: 'tr' }],
	renderHTML: ({ HTMLAttributes }) => ['tr', HTMLAttributes, 0]
});

const cell = (name: string, tag: string, tableRole: 'cell' | 'header_cell') =>
	Node.create({
		name,
		content: 'block+',
		isolating: true,
		tableRole,
		addAttributes: () => ({
			colspan: { default: 1 },
			rowspan: { default: 1 },
			colwidth: { default: null, parseHTML: widthsOf }
		}),
		parseHTML: () => [{ tag }],
		renderHTML: ({ HTMLAttributes }) => [tag, HTMLAttributes, 0]
	});

export const TableCell = cell('tableCell', 'td', 'cell');
export const TableHeader = cell('tableHeader', 'th', 'header_cell');

/** As we write them, and as other makers of tables say how wide a column is. */
function widthsOf(element: HTMLElement): number[] | null {
	const own = element.getAttribute('colwidth');
	if (own) return own.split(',').map((width) => parseInt(width, 10) || 0);
	const at = [...(element.parentElement?.children ?? [])].indexOf(element);
	const column = element.closest('table')?.querySelectorAll<HTMLElement>('colgroup > col')[at];
	const said = /^(\d+)(px)?$/.exec(column?.style.width || column?.getAttribute('width') || '');
	return said && !element.hasAttribute('colspan') ? [Math.max(Number(said[1]), LEAST)] : null;
}

/** The widths that the first row says, in pixels; 0: as wide as there is room. */
export function columnWidths(table: ProseNode): number[] {
	const widths: number[] = [];
	table.firstChild?.forEach(({ attrs }) => {
		const said = attrs.colwidth as (number | null)[] | null;
		for (let k = 0; k < Number(attrs.colspan); k++) widths.push(Number(said?.[k] ?? 0) || 0);
	});
	return widths;
}

class TableView implements NodeView {
	dom = wrapped('tableWrapper');
	contentDOM = document.createElement('tbody');
	#node: ProseNode;
	#table = document.createElement('table');
	#columns = document.createElement('colgroup');

	constructor(node: ProseNode) {
		this.#node = node;
		this.#table.append(this.#columns, this.contentDOM);
		this.dom.append(this.#table);
		this.#widen();
	}

	update(node: ProseNode): boolean {
		if (node.type !== this.#node.type) return false;
		this.#node = node;
		this.#widen();
		return true;
	}

	ignoreMutation = (record: ViewMutationRecord) =>
		record.type === 'attributes' || outside(this.contentDOM)(record);

	#widen() {
		const widths = columnWidths(this.#node);
		const said = widths.some(Boolean);
		this.#columns.replaceChildren(
			...(said ? widths : []).map((width) => {
				const column = document.createElement('col');
				if (width) column.style.width = `${width}px`;
				return column;
			})
		);
		this.#table.classList.toggle('has-widths', said);
		const least = widths.reduce((sum, width) => sum + (width || ROOM), 0);
		// All columns as wide as they are said to be: then so is the table. Else the rest has room for words, on a phone too.
		const whole = said && widths.every(Boolean);
		this.#table.style.width = whole ? `${least}px` : '';
		this.#table.style.minWidth = said && !whole ? `${least}px` : '';
	}
}
