// Written by ./red-thread client from the tables of the core. Change those.

export const OUTCOMES = {
 "failed": {
  "words": "failed",
  "under": "their page is as it was",
  "changes": false,
  "of": [
   "push"
  ]
 },
 "conflicted": {
  "words": "knotted",
  "under": "you and the student changed the same words",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "merged": {
  "words": "woven in",
  "under": "what they wrote stays as it is",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "back": {
  "words": "back again",
  "under": "with what they wrote on it",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "tied": {
  "words": "tied again",
  "under": "it follows your page from now on",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "refreshed": {
  "words": "refreshed",
  "under": "not written on; on the newest edition",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "placed": {
  "words": "placed",
  "under": "new in their notebook",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "section-tied": {
  "words": "tied by name",
  "under": "a section that was there takes its pages now",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "renamed": {
  "words": "renamed",
  "under": "bears its new name",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "put-away": {
  "words": "put away",
  "under": "brought up to date in the drawer",
  "changes": true,
  "of": [
   "push"
  ]
 },
 "in-drawer": {
  "words": "into the drawer",
  "under": "with all that they wrote",
  "changes": true,
  "of": [
   "pull-back"
  ]
 },
 "kept": {
  "words": "kept for you",
  "under": "with all that they wrote",
  "changes": true,
  "of": [
   "pull-back"
  ]
 },
 "own": {
  "words": "cut loose",
  "under": "theirs from now on, with all that is on it",
  "changes": true,
  "of": [
   "pull-back"
  ]
 },
 "gone": {
  "words": "gone",
  "under": "nobody wrote on these",
  "changes": true,
  "of": [
   "pull-back"
  ]
 },
 "held": {
  "words": "held",
  "under": "not given; the reasons stand beside them",
  "changes": false,
  "of": [
   "push"
  ]
 },
 "left": {
  "words": "left as it is",
  "under": "they have a copy",
  "changes": false,
  "of": [
   "push"
  ]
 },
 "loose": {
  "words": "tied to nothing",
  "under": "it was cut loose; theirs stays as it is",
  "changes": false,
  "of": [
   "push"
  ]
 },
 "has-it": {
  "words": "has it already",
  "under": "nothing changes",
  "changes": false,
  "of": [
   "push"
  ]
 },
 "not-there": {
  "words": "not there",
  "under": "nothing changes",
  "changes": false,
  "of": [
   "pull-back"
  ]
 }
} as const;
