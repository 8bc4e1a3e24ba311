import type { Editor } from '@tiptap/core';

/** Whose wording stands when a knot is untied. */
export type Untying = 'students' | 'teachers' | 'both';

/** A page and its nodes as they go over the wire. */
export interface PageNode {
	type: string;
	attrs?: Record<string, unknown>;
	content?: PageNode[];
	marks?: { type: string; attrs?: Record<string, unknown> }[];
	text?: string;
}

/** Another state of a page; with `struck`, what it alone says is shown too. */
export interface Against {
	page: PageNode;
	struck: boolean;
}

/** By what a page names what was stored, and what that is. */
export interface Stored {
	fingerprint: string;
	medium: 'picture' | 'sound' | 'film';
}

/** What is on its way to a page. */
export interface Arriving {
	/** By frame: the share that has gone; below 0 while there is no network. */
	gone: () => Record<string, number>;
	takeUp: () => Promise<[{ frame: string; file: File }, Promise<Stored | null>][]>;
}

/** What is asked in a place to answer, as a teacher sets it. */
export interface SpaceAsks {
	dom: HTMLElement;
	show: (attributes: Record<string, unknown>) => void;
}

export interface Asking {
	set: (attributes: Record<string, unknown>) => void;
	/** Out of the question, to what comes behind the place. */
	leave: () => void;
	/** A picture to draw on, or bare paper again. */
	lay: () => void;
	/** Where its content begins and ends on the page that this editor has; null once it is gone. */
	within: () => { editor: Editor; from: number; to: number } | null;
}

/** What the editor is told about where it stands. */
export interface Surroundings {
	/** Who writes here: it decides which tools and which node furniture there are. */
	hand: 'teacher' | 'student' | 'reader';
	/** Where questions are asked: what they are set with. */
	asks?: (asking: Asking) => SpaceAsks;
	/** Students may write everywhere, or only in spaces. */
	onlySpaces: boolean;
	/** Stores a picture or a recording for a frame on the page; nothing where it could not be taken in. */
	addFile: (file: File, frame: string) => Promise<Stored | null>;
	/** Pictures and recordings that an earlier visit left on their way to this page. */
	coming?: Arriving;
	/** How to speak of whose page it is: "Ms Okafor". */
	teacherName: string;
	/** Gives the page another title, as one of its knots asks. */
	retitle?: (title: string) => void;
	/** Unties a knot where it is not edited in place: by the teacher, for the student. */
	untie?: (knot: string, how: Untying) => Promise<void>;
	/** Another state of the page, against which this one is read. */
	against?: Against;
}

export function newId(): string {
	const bytes = crypto.getRandomValues(new Uint8Array(9));
	return btoa(String.fromCharCode(...bytes))
		.replaceAll('+', '-')
		.replaceAll('/', '_');
}
