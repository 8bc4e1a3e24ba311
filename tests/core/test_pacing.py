"""The laws of the pacing, on random years; `.ci/run` has the shared cases."""

from dataclasses import replace
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

import orjson
import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.pacing import (
    Again,
    Arrives,
    Calendar,
    Cycle,
    Entry,
    Extra,
    Hold,
    Item,
    LeaveOut,
    Now,
    Pin,
    Question,
    Skip,
    Span,
    pace,
)  # fmt: skip
from red_thread.formats.pacing_json import answer_line

FIRST = date(2026, 9, 1)
ZONES = ["Europe/London", "America/New_York", "Australia/Lord_Howe", "Asia/Kathmandu", "Pacific/Apia"]
DAYS = st.integers(0, 120).map(lambda k: FIRST + timedelta(days=k))
TIMES = st.sampled_from([time(0, 30), time(1, 30), time(8, 40), time(9), time(11, 15), time(23, 45)])
INSTANTS = st.integers(-5, 130 * 24).map(lambda h: datetime(2026, 9, 1, tzinfo=UTC) + timedelta(hours=h))
IDS = [f"i{k}" for k in range(8)]


@st.composite
def questions(draw):
    def span():
        first = draw(DAYS)
        return Span(first, first + timedelta(days=draw(st.integers(0, 20))))

    cycle = draw(
        st.sampled_from([None, Cycle("weeks", 2, FIRST), Cycle("weeks", 3, FIRST, True), Cycle("days", 6, FIRST)])
    )
    terms = (Span(FIRST, FIRST + timedelta(days=50)), Span(FIRST + timedelta(days=60), FIRST + timedelta(days=110)))
    calendar = Calendar(
        ZoneInfo(draw(st.sampled_from(ZONES))),
        terms,
        tuple(span() for _ in range(draw(st.integers(0, 2)))),
        cycle=cycle,
    )
    entries = [Entry(draw(TIMES), weekday=draw(st.integers(1, 7))) for _ in range(draw(st.integers(0, 4)))]
    if cycle and cycle.kind == "days":
        entries += [Entry(draw(TIMES), day=draw(st.integers(1, 6))) for _ in range(2)]
    dated = st.one_of(st.none(), st.none(), st.none(), DAYS)
    items = [Item(i, draw(st.integers(1, 3)), draw(dated)) for i in IDS[: draw(st.integers(0, 8))]]
    named = st.sampled_from(IDS)
    departures = draw(st.lists(st.one_of(
        st.builds(Skip, DAYS, TIMES), st.builds(Extra, DAYS, TIMES), st.builds(Again, named, st.integers(1, 2)),
        st.builds(Now, named, INSTANTS), st.builds(LeaveOut, named), st.builds(Pin, named, DAYS, st.one_of(st.none(), TIMES)),
        st.builds(lambda i, at, more: Hold(i, at, at + more if more else None), named, INSTANTS, st.sampled_from([None, timedelta(days=9)])),
    ), max_size=5))  # fmt: skip
    had = draw(st.dictionaries(named, INSTANTS, max_size=2))
    return Question(calendar, tuple(entries), tuple(items), draw(INSTANTS), (), Arrives(), tuple(departures), had)


def listed(answer):
    return [one.id for one in (*answer.arrivals, *answer.waits)]


def flowing(question):
    pinned = {d.item for d in question.departures if isinstance(d, Pin)}
    return [item.id for item in question.items if item.on is None and item.id not in pinned]


@given(questions())
def test_each_item_is_listed_once_and_each_lesson_taken_once(question):
    answer = pace(question)
    assert sorted(listed(answer)) == sorted(item.id for item in question.items)
    first = [arrival.lesson.at for arrival in answer.arrivals if arrival.lesson]
    assert len(first) == len(set(first))
    assert [lesson.at for lesson in answer.lessons] == sorted({lesson.at for lesson in answer.lessons})
    assert not {lesson.at for lesson in answer.free} & set(first)


@given(questions())
def test_items_without_a_date_keep_their_order(question):
    flow = flowing(question)
    lessons = {arrival.id: arrival.lesson.at for arrival in pace(question).arrivals if arrival.lesson}
    order = [lessons[item] for item in flow if item in lessons]
    assert order == sorted(order)


@given(questions(), DAYS, st.sampled_from(["skip", "off"]))
def test_a_lesson_less_brings_nothing_that_flows_earlier(question, day, how):
    if question.calendar.cycle and (question.calendar.cycle.skips_empty or question.calendar.cycle.kind == "days"):
        question = replace(
            question,
            calendar=replace(question.calendar, cycle=None),
            lessons=tuple(e for e in question.lessons if e.weekday),
        )
    before = {a.id: a.lesson.at for a in pace(question).arrivals if a.lesson}
    if how == "off":
        fewer = replace(question, off=(Span(day, day),))
    elif lessons := pace(question).lessons:
        gone = lessons[day.day % len(lessons)]
        fewer = replace(question, departures=(*question.departures, Skip(gone.date, gone.starts)))
    else:
        return
    after = {a.id: a.lesson.at for a in pace(fewer).arrivals if a.lesson}
    assert all(after[item] >= before[item] for item in flowing(question) if item in after and item in before)


@given(questions(), questions())
def test_what_is_given_stays_as_it_was_whatever_else_changes(question, other):
    def had(answer):
        return {a.id: a.at for a in answer.arrivals if a.state == "given"}

    moved = replace(other, items=question.items, given=question.given)
    assert (
        had(pace(question))
        == had(pace(moved))
        == {i.id: question.given[i.id] for i in question.items if i.id in question.given}
    )


@given(questions())
def test_nothing_takes_what_a_hold_covers(question):
    place = {item.id: k for k, item in enumerate(question.items)}
    holds = [hold for hold in question.departures if isinstance(hold, Hold) and hold.item in place]
    for arrival in pace(question).arrivals:
        for hold in holds:
            if arrival.lesson and place[arrival.id] >= place[hold.item]:
                assert arrival.lesson.at < hold.at or (hold.until and arrival.lesson.at >= hold.until)


CALENDAR = {"zone": "Europe/London", "terms": [{"from": "2026-09-01", "to": "2026-12-18"}]}
ASKED = {
    "calendar": CALENDAR,
    "lessons": [{"weekday": 2, "starts": "09:00"}],
    "items": [{"id": "a"}],
    "now": "2026-09-01T00:00:00Z",
}


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"now": "2026-09-01T00:00:00"}, "now"), ({"now": None}, "now"), ({"items": [{"id": 5}]}, "items[0].id"),
        ({"items": [{"id": "a", "lessons": 0}]}, "lessons"), ({"lessons": [{"starts": "09:00"}]}, "weekday"),
        ({"lessons": [{"weekday": 8, "starts": "09:00"}]}, "weekday"), ({"lessons": [{"weekday": 2, "starts": "9:00"}]}, "starts"),
        ({"lessons": [{"weekday": 2, "week": 2, "starts": "09:00"}]}, "week"), ({"arrives": {"kind": "before", "minutes": -1}}, "minutes"),
        ({"departures": [{"kind": "hold", "from": "a", "at": "2026-09-02T00:00:00Z", "until": "2026-09-01T00:00:00Z"}]}, "until"),
        ({"calendar": {**CALENDAR, "zone": "Nowhere/Land"}}, "zone"), ({"calendar": {**CALENDAR, "zone": "../etc"}}, "zone"),
        ({"off": [{"from": "2026-02-30", "to": "2026-03-01"}]}, "off[0].from"), ({"more": 1}, "more"),
    ],
)  # fmt: skip
def test_what_is_no_question_is_refused_with_where(change, says):
    told = orjson.loads(answer_line(orjson.dumps({**ASKED, **change})))
    assert says in told["error"]


@pytest.mark.parametrize("line", [b"{", b"[]", b"5", b'"x"', b"null"])
def test_what_is_no_object_is_refused_and_the_stream_goes_on(line):
    assert "error" in orjson.loads(answer_line(line))


def test_ten_thousand_items_are_answered():
    items = [{"id": f"i{k}"} for k in range(10_000)]
    told = orjson.loads(answer_line(orjson.dumps({**ASKED, "items": items})))
    assert len(told["arrivals"]) + len(told["waits"]) == 10_000
