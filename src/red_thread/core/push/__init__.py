"""What a push will do, and what a pull-back. The preview and the act itself read the same value."""

from red_thread.core.push.facts import Layout, PushedPage, PushFacts, Untouched, Written
from red_thread.core.push.plan import CHANGING, Placement, PlannedRows, PullBackPlan, PushPlan, RowOutcome, WovenCopy
from red_thread.core.push.planner import plan_push, weave
from red_thread.core.push.pull_back import HeldCopies, PullBackFacts, WrittenPages, plan_pull_back

__all__ = [
    "CHANGING",
    "HeldCopies",
    "Layout",
    "Placement",
    "PlannedRows",
    "PullBackFacts",
    "PullBackPlan",
    "PushFacts",
    "PushPlan",
    "PushedPage",
    "RowOutcome",
    "Untouched",
    "WovenCopy",
    "Written",
    "WrittenPages",
    "plan_pull_back",
    "plan_push",
    "weave",
]
