// Written by ./red-thread client from the tables of the core. Change those.

export const KINDS = {
 "doc": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "orientation": {
    "rule": "name",
    "empty": true
   },
   "paper": {
    "rule": "name",
    "empty": true
   },
   "tint": {
    "rule": "name",
    "empty": true
   },
   "title": {
    "rule": "text"
   },
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
   "from": {
    "rule": "text"
   },
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
   "checked": {
    "rule": "flag",
    "empty": true
   }
  },
  "students": [
   "checked"
  ]
 },
 "tableHeader": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "align": {
    "rule": "name",
    "empty": true
   },
   "colspan": {
    "rule": "whole",
    "least": 1,
    "most": 100,
    "empty": true
   },
   "colwidth": {
    "rule": "widths",
    "empty": true
   },
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
   "align": {
    "rule": "name",
    "empty": true
   },
   "colspan": {
    "rule": "whole",
    "least": 1,
    "most": 100,
    "empty": true
   },
   "colwidth": {
    "rule": "widths",
    "empty": true
   },
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
   "picked": {
    "rule": "flag",
    "empty": true
   }
  },
  "students": [
   "picked"
  ]
 },
 "space": {
  "content": "blocks",
  "inline": false,
  "attributes": {
   "height": {
    "rule": "plain",
    "empty": true
   },
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
   "lines": {
    "rule": "plain",
    "empty": true
   },
   "max": {
    "rule": "plain",
    "empty": true
   },
   "min": {
    "rule": "plain",
    "empty": true
   },
   "over": {
    "rule": "address",
    "empty": true
   },
   "pins": {
    "rule": "pins",
    "empty": true
   },
   "prompt": {
    "rule": "text"
   },
   "several": {
    "rule": "plain",
    "empty": true
   },
   "step": {
    "rule": "plain",
    "empty": true
   },
   "strokes": {
    "rule": "strokes",
    "empty": true
   },
   "unit": {
    "rule": "plain",
    "empty": true
   },
   "width": {
    "rule": "plain",
    "empty": true
   }
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
   "type": {
    "rule": "name",
    "empty": true
   }
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
   "language": {
    "rule": "language",
    "empty": true
   }
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
   "alt": {
    "rule": "text",
    "empty": true
   },
   "height": {
    "rule": "size",
    "empty": true
   },
   "src": {
    "rule": "address"
   },
   "title": {
    "rule": "text",
    "empty": true
   },
   "width": {
    "rule": "size",
    "empty": true
   }
  },
  "students": []
 },
 "recording": {
  "content": "nothing",
  "inline": false,
  "attributes": {
   "alt": {
    "rule": "text",
    "empty": true
   },
   "medium": {
    "rule": "one",
    "of": [
     "sound",
     "film"
    ]
   },
   "src": {
    "rule": "address"
   }
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
   "answer": {
    "rule": "text",
    "empty": true
   }
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
  "href": {
   "rule": "address",
   "empty": true
  },
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
  "title": {
   "rule": "text",
   "empty": true
  }
 },
 "highlight": {
  "color": {
   "rule": "colour",
   "empty": true
  }
 },
 "textStyle": {
  "color": {
   "rule": "colour",
   "empty": true
  }
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
  "taskList"
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
