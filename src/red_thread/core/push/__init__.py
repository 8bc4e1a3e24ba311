"""What a push will do: `plan_push(facts) -> PushPlan`. The preview and the push read the same value."""

from red_thread.core.push.facts import Layout, PushedPage, PushFacts, Untouched, Written
from red_thread.core.push.plan import Placement, PlannedRows, PushPlan, RowOutcome, WovenCopy
from red_thread.core.push.planner import plan_push, weave

__all__ = [
    "Layout",
    "Placement",
    "PlannedRows",
    "PushFacts",
    "PushPlan",
    "PushedPage",
    "RowOutcome",
    "Untouched",
    "WovenCopy",
    "Written",
    "plan_push",
    "weave",
]
