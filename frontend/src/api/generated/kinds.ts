// Written by ./red-thread client from the tables of the core. Change those.

export const KINDS = {
 "doc": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "orientation",
   "paper",
   "tint",
   "title",
   "writing"
  ],
  "students": [],
  "asks": false
 },
 "callout": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "tone"
  ],
  "students": [],
  "asks": false
 },
 "blockquote": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "kept": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "from",
   "why"
  ],
  "students": [],
  "asks": false
 },
 "listItem": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "taskItem": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "checked"
  ],
  "students": [
   "checked"
  ],
  "asks": false
 },
 "tableHeader": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "align",
   "colspan",
   "colwidth",
   "rowspan"
  ],
  "students": [],
  "asks": false
 },
 "tableCell": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "align",
   "colspan",
   "colwidth",
   "rowspan"
  ],
  "students": [],
  "asks": false
 },
 "option": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "picked"
  ],
  "students": [
   "picked"
  ],
  "asks": false
 },
 "space": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "blockquote",
   "bulletList",
   "callout",
   "codeBlock",
   "formula",
   "heading",
   "horizontalRule",
   "image",
   "kept",
   "option",
   "orderedList",
   "paragraph",
   "recording",
   "space",
   "table",
   "taskList"
  ],
  "attributes": [
   "height",
   "kind",
   "lines",
   "max",
   "min",
   "over",
   "pins",
   "prompt",
   "several",
   "step",
   "strokes",
   "unit",
   "width"
  ],
  "students": [
   "pins",
   "strokes"
  ],
  "asks": true
 },
 "bulletList": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "listItem"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "orderedList": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "listItem"
  ],
  "attributes": [
   "start",
   "type"
  ],
  "students": [],
  "asks": false
 },
 "taskList": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "taskItem"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "table": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "tableRow"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "tableRow": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "tableCell",
   "tableHeader"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "paragraph": {
  "content": "text",
  "inline": false,
  "holds": [
   "gap",
   "hardBreak",
   "text"
  ],
  "attributes": [
   "align"
  ],
  "students": [],
  "asks": false
 },
 "heading": {
  "content": "text",
  "inline": false,
  "holds": [
   "gap",
   "hardBreak",
   "text"
  ],
  "attributes": [
   "align",
   "level"
  ],
  "students": [],
  "asks": false
 },
 "codeBlock": {
  "content": "text",
  "inline": false,
  "holds": [
   "text"
  ],
  "attributes": [
   "language"
  ],
  "students": [],
  "asks": false
 },
 "formula": {
  "content": "text",
  "inline": false,
  "holds": [
   "text"
  ],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "image": {
  "content": "nothing",
  "inline": false,
  "holds": [],
  "attributes": [
   "alt",
   "height",
   "src",
   "title",
   "width"
  ],
  "students": [],
  "asks": false
 },
 "recording": {
  "content": "nothing",
  "inline": false,
  "holds": [],
  "attributes": [
   "alt",
   "medium",
   "src"
  ],
  "students": [],
  "asks": false
 },
 "horizontalRule": {
  "content": "nothing",
  "inline": false,
  "holds": [],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "gap": {
  "content": "nothing",
  "inline": true,
  "holds": [],
  "attributes": [
   "answer"
  ],
  "students": [
   "answer"
  ],
  "asks": true
 },
 "hardBreak": {
  "content": "nothing",
  "inline": true,
  "holds": [],
  "attributes": [],
  "students": [],
  "asks": false
 },
 "text": {
  "content": "nothing",
  "inline": true,
  "holds": [],
  "attributes": [],
  "students": [],
  "asks": false
 }
} as const;
export const MARKS = {
 "bold": [],
 "italic": [],
 "underline": [],
 "strike": [],
 "code": [],
 "subscript": [],
 "superscript": [],
 "link": [
  "class",
  "href",
  "rel",
  "target",
  "title"
 ],
 "highlight": [
  "color"
 ],
 "textStyle": [
  "color"
 ]
} as const;
