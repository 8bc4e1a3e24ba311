// Written by ./red-thread client from the tables of the core. Change those.

export const KINDS = {
 "doc": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "orientation": "name?",
   "paper": "name?",
   "tint": "name?",
   "title": "text",
   "writing": {
    "rule": "one",
    "of": [
     "everywhere",
     "spaces"
    ],
    "empty": true
   }
  },
  "students": []
 },
 "callout": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "tone": {
    "rule": "one",
    "of": [
     "care",
     "idea"
    ],
    "empty": true
   }
  },
  "students": []
 },
 "term": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "blockquote": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "kept": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "from": "text",
   "why": {
    "rule": "one",
    "of": [
     "both-changed",
     "taken-out",
     "retyped",
     "title",
     "other-window"
    ]
   }
  },
  "students": []
 },
 "listItem": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "taskItem": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "checked": "flag?"
  },
  "students": [
   "checked"
  ]
 },
 "tableHeader": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "align": "name?",
   "colspan": {
    "rule": "whole",
    "least": 1,
    "most": 100,
    "empty": true
   },
   "colwidth": "widths?",
   "rowspan": {
    "rule": "whole",
    "least": 1,
    "most": 10000,
    "empty": true
   }
  },
  "students": []
 },
 "tableCell": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "align": "name?",
   "colspan": {
    "rule": "whole",
    "least": 1,
    "most": 100,
    "empty": true
   },
   "colwidth": "widths?",
   "rowspan": {
    "rule": "whole",
    "least": 1,
    "most": 10000,
    "empty": true
   }
  },
  "students": []
 },
 "option": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "picked": "flag?"
  },
  "students": [
   "picked"
  ]
 },
 "space": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "height": "plain?",
   "kind": {
    "rule": "one",
    "of": [
     "choice",
     "lines",
     "number",
     "photo",
     "sketch"
    ]
   },
   "lines": "plain?",
   "max": "plain?",
   "min": "plain?",
   "over": "address?",
   "pins": "pins?",
   "prompt": "text",
   "several": "plain?",
   "step": "plain?",
   "strokes": "strokes?",
   "unit": "plain?",
   "width": "plain?"
  },
  "students": [
   "pins",
   "strokes"
  ]
 },
 "bulletList": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "orderedList": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "start": {
    "rule": "whole",
    "least": -1000000,
    "most": 1000000,
    "empty": true
   },
   "type": "name?"
  },
  "students": []
 },
 "taskList": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "table": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "tableRow": {
  "content": "blocks",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "paragraph": {
  "content": "text",
  "inline": false,
  "attributes": {
   "align": {
    "rule": "one",
    "of": [
     "center",
     "right"
    ],
    "empty": true
   }
  },
  "students": []
 },
 "heading": {
  "content": "text",
  "inline": false,
  "attributes": {
   "align": {
    "rule": "one",
    "of": [
     "center",
     "right"
    ],
    "empty": true
   },
   "level": {
    "rule": "whole",
    "least": 1,
    "most": 6
   }
  },
  "students": []
 },
 "codeBlock": {
  "content": "text",
  "inline": false,
  "attributes": {
   "language": "language?"
  },
  "students": []
 },
 "formula": {
  "content": "text",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "image": {
  "content": "nothing",
  "inline": false,
  "attributes": {
   "alt": "text?",
   "height": "size?",
   "src": "address",
   "title": "text?",
   "width": "size?"
  },
  "students": []
 },
 "recording": {
  "content": "nothing",
  "inline": false,
  "attributes": {
   "alt": "text?",
   "medium": {
    "rule": "one",
    "of": [
     "sound",
     "film"
    ]
   },
   "src": "address"
  },
  "students": []
 },
 "horizontalRule": {
  "content": "nothing",
  "inline": false,
  "attributes": {},
  "students": []
 },
 "gap": {
  "content": "nothing",
  "inline": true,
  "attributes": {
   "answer": "text?"
  },
  "students": [
   "answer"
  ]
 },
 "hardBreak": {
  "content": "nothing",
  "inline": true,
  "attributes": {},
  "students": []
 },
 "text": {
  "content": "nothing",
  "inline": true,
  "attributes": {},
  "students": []
 }
} as const;
export const MARKS = {
 "bold": {},
 "italic": {},
 "underline": {},
 "strike": {},
 "code": {},
 "subscript": {},
 "superscript": {},
 "link": {
  "class": {
   "rule": "one",
   "of": [],
   "empty": true
  },
  "href": "address?",
  "rel": {
   "rule": "one",
   "of": [
    "noopener",
    "noreferrer",
    "nofollow",
    "noopener noreferrer",
    "noopener noreferrer nofollow"
   ],
   "empty": true
  },
  "target": {
   "rule": "one",
   "of": [
    "_blank",
    "_self"
   ],
   "empty": true
  },
  "title": "text?"
 },
 "highlight": {
  "color": "colour?"
 },
 "textStyle": {
  "color": "colour?"
 }
} as const;
export const HOLDS = {
 "doc": [
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
  "taskList",
  "term"
 ],
 "callout": [
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
  "taskList",
  "term"
 ],
 "term": [
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
  "taskList",
  "term"
 ],
 "blockquote": [
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
  "taskList",
  "term"
 ],
 "kept": [
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
  "taskList",
  "term"
 ],
 "listItem": [
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
  "taskList",
  "term"
 ],
 "taskItem": [
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
  "taskList",
  "term"
 ],
 "tableHeader": [
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
  "taskList",
  "term"
 ],
 "tableCell": [
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
  "taskList",
  "term"
 ],
 "option": [
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
  "taskList",
  "term"
 ],
 "space": [
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
  "taskList",
  "term"
 ],
 "bulletList": [
  "listItem"
 ],
 "orderedList": [
  "listItem"
 ],
 "taskList": [
  "taskItem"
 ],
 "table": [
  "tableRow"
 ],
 "tableRow": [
  "tableCell",
  "tableHeader"
 ],
 "paragraph": [
  "gap",
  "hardBreak",
  "text"
 ],
 "heading": [
  "gap",
  "hardBreak",
  "text"
 ],
 "codeBlock": [
  "text"
 ],
 "formula": [
  "text"
 ],
 "image": [],
 "recording": [],
 "horizontalRule": [],
 "gap": [],
 "hardBreak": [],
 "text": []
} as const;
