"""What a push will do, and what a pull-back, and what undoes them. Preview and act read the same value."""

from red_thread.core.push.catch_up import Given, Lacking, lacking
from red_thread.core.push.facts import Layout, PushedPage, PushFacts, Untouched, Written
from red_thread.core.push.operations import (
    MakeSection,
    Operation,
    Place,
    PutAway,
    Refresh,
    Restore,
    TakeFromDrawer,
    TakeOut,
    TakeSection,
    Weave,
    invert,
)
from red_thread.core.push.outcomes import RowOutcome
from red_thread.core.push.plan import Plan, PlannedRows, PullBackPlan, Step, WovenCopy
from red_thread.core.push.planner import plan_push, weave
from red_thread.core.push.pull_back import HeldCopies, PullBackFacts, WrittenPages, plan_pull_back
from red_thread.core.push.undo import Done, plan_undo

__all__ = [
    "Done",
    "Given",
    "HeldCopies",
    "Lacking",
    "Layout",
    "MakeSection",
    "Operation",
    "Place",
    "Plan",
    "PlannedRows",
    "PullBackFacts",
    "PullBackPlan",
    "PushFacts",
    "PushedPage",
    "PutAway",
    "Refresh",
    "Restore",
    "RowOutcome",
    "Step",
    "TakeFromDrawer",
    "TakeOut",
    "TakeSection",
    "Untouched",
    "Weave",
    "WovenCopy",
    "Written",
    "WrittenPages",
    "invert",
    "lacking",
    "plan_pull_back",
    "plan_push",
    "plan_undo",
    "weave",
]
