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
  "attributes": {},
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
  "attributes": {},
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
  "attributes": {
   "checked": {
    "rule": "flag",
    "empty": true
   }
  },
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
  "attributes": {
   "picked": {
    "rule": "flag",
    "empty": true
   }
  },
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
  ],
  "asks": true
 },
 "bulletList": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "listItem"
  ],
  "attributes": {},
  "students": [],
  "asks": false
 },
 "orderedList": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "listItem"
  ],
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
  "students": [],
  "asks": false
 },
 "taskList": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "taskItem"
  ],
  "attributes": {},
  "students": [],
  "asks": false
 },
 "table": {
  "content": "blocks",
  "inline": false,
  "holds": [
   "tableRow"
  ],
  "attributes": {},
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
  "attributes": {},
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
  "students": [],
  "asks": false
 },
 "codeBlock": {
  "content": "text",
  "inline": false,
  "holds": [
   "text"
  ],
  "attributes": {
   "language": {
    "rule": "language",
    "empty": true
   }
  },
  "students": [],
  "asks": false
 },
 "formula": {
  "content": "text",
  "inline": false,
  "holds": [
   "text"
  ],
  "attributes": {},
  "students": [],
  "asks": false
 },
 "image": {
  "content": "nothing",
  "inline": false,
  "holds": [],
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
  "students": [],
  "asks": false
 },
 "recording": {
  "content": "nothing",
  "inline": false,
  "holds": [],
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
  "students": [],
  "asks": false
 },
 "horizontalRule": {
  "content": "nothing",
  "inline": false,
  "holds": [],
  "attributes": {},
  "students": [],
  "asks": false
 },
 "gap": {
  "content": "nothing",
  "inline": true,
  "holds": [],
  "attributes": {
   "answer": {
    "rule": "text",
    "empty": true
   }
  },
  "students": [
   "answer"
  ],
  "asks": true
 },
 "hardBreak": {
  "content": "nothing",
  "inline": true,
  "holds": [],
  "attributes": {},
  "students": [],
  "asks": false
 },
 "text": {
  "content": "nothing",
  "inline": true,
  "holds": [],
  "attributes": {},
  "students": [],
  "asks": false
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
