// Written by ./red-thread client from the tables of the core. Change those.

export const OUTCOMES = {
 "failed": {
  "words": "failed",
  "under": "their page is as it was",
  "changes": false,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "conflicted": {
  "words": "knotted",
  "under": "you and the student changed the same words",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": true,
  "readable": true
 },
 "merged": {
  "words": "woven in",
  "under": "what they wrote stays as it is",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": true,
  "readable": true
 },
 "back": {
  "words": "back again",
  "under": "with what they wrote on it",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "tied": {
  "words": "tied again",
  "under": "it follows your page from now on",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "refreshed": {
  "words": "refreshed",
  "under": "not written on; on the newest edition",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": true,
  "readable": true
 },
 "placed": {
  "words": "placed",
  "under": "new in their notebook",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "section-tied": {
  "words": "tied by name",
  "under": "a section that was there takes its pages now",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "renamed": {
  "words": "renamed",
  "under": "bears its new name",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "put-away": {
  "words": "put away",
  "under": "brought up to date in the drawer",
  "changes": true,
  "of": [
   "push"
  ],
  "corrects": true,
  "readable": true
 },
 "in-drawer": {
  "words": "into the drawer",
  "under": "with all that they wrote",
  "changes": true,
  "of": [
   "pull-back"
  ],
  "corrects": false,
  "readable": true
 },
 "kept": {
  "words": "kept for you",
  "under": "with all that they wrote",
  "changes": true,
  "of": [
   "pull-back"
  ],
  "corrects": false,
  "readable": true
 },
 "own": {
  "words": "cut loose",
  "under": "theirs from now on, with all that is on it",
  "changes": true,
  "of": [
   "pull-back"
  ],
  "corrects": false,
  "readable": true
 },
 "gone": {
  "words": "gone",
  "under": "nobody wrote on these",
  "changes": true,
  "of": [
   "pull-back"
  ],
  "corrects": false,
  "readable": false
 },
 "held": {
  "words": "held",
  "under": "not given; the reasons stand beside them",
  "changes": false,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": false
 },
 "left": {
  "words": "left as it is",
  "under": "they have a copy",
  "changes": false,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "loose": {
  "words": "tied to nothing",
  "under": "it was cut loose; theirs stays as it is",
  "changes": false,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "has-it": {
  "words": "has it already",
  "under": "nothing changes",
  "changes": false,
  "of": [
   "push"
  ],
  "corrects": false,
  "readable": true
 },
 "not-there": {
  "words": "not there",
  "under": "nothing changes",
  "changes": false,
  "of": [
   "pull-back"
  ],
  "corrects": false,
  "readable": false
 }
} as const;
