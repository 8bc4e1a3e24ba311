"""Questions of the pacing as JSON, one a line, and its answers: read strictly, refused with what and where."""

import re
from collections import Counter
from collections.abc import Callable, Mapping
from datetime import UTC, date, datetime, time
from typing import Any, TypeVar, cast
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

import orjson

from red_thread.core.pacing import (
    Again,
    Answer,
    Arrives,
    Calendar,
    Cycle,
    Departure,
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
)
from red_thread.core.pacing.lessons import Lesson

T = TypeVar("T")
_DATE = re.compile(r"\d{4}-\d{2}-\d{2}")
_TIME = re.compile(r"\d{2}:\d{2}")
_INSTANT = re.compile(r"(\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2})(\.\d+)?Z")
_NOTHING: Mapping[str, Any] = {}


class NotAQuestion(Exception):
    """What is wrong with a question, and where."""


def answer_line(line: bytes) -> bytes:
    """The answer to one line, or `{"error": …}`."""
    try:
        question = orjson.loads(line)
    except orjson.JSONDecodeError as error:
        return orjson.dumps({"error": f"This line is not JSON: {error}."})
    try:
        return orjson.dumps(answer_json(question))
    except NotAQuestion as error:
        return orjson.dumps({"error": str(error)})
    except OverflowError:
        return orjson.dumps({"error": "A date lies outside the years that there are (1 to 9999)."})


def answer_json(question: Any) -> dict[str, Any]:
    """The answer to a question. Raises NotAQuestion."""
    asked = read_question(question)
    return _written(pace(asked), question.get("given") or _NOTHING)


def read_question(question: Any) -> Question:
    """A question as values of the core. Raises NotAQuestion."""
    fields = _fields(question, "the question", "calendar lessons items now", "off arrives departures given", dict)
    calendar = _calendar(fields["calendar"])
    items = _list(fields["items"], "items", _item)
    ids = [item.id for item in items]
    if len(set(ids)) < len(ids):
        twice = Counter(ids).most_common(1)[0][0]
        raise NotAQuestion(f"items: the id {twice!r} stands there twice")
    given = fields.get("given", {})
    if not isinstance(given, dict):
        raise NotAQuestion("given: it is no object")
    return Question(
        calendar,
        _list(fields["lessons"], "lessons", lambda value, where: _entry(value, where, calendar.cycle)),
        items,
        _instant(fields["now"], "now"),
        _list(fields.get("off", []), "off", _span_off),
        _arrives(fields["arrives"]) if "arrives" in fields else Arrives(),
        _list(fields.get("departures", []), "departures", _departure),
        {item_id: _instant(at, f"given.{item_id}") for item_id, at in cast(dict[str, Any], given).items()},
    )


def _fields(value: Any, where: str, needed: str, optional: str = "", kind: type = dict) -> dict[str, Any]:
    if not isinstance(value, kind):
        raise NotAQuestion(f"{where}: it is no object")
    found = cast(dict[str, Any], value)
    for name in needed.split():
        if name not in found:
            raise NotAQuestion(f"{where}: {name!r} is missing")
    for name in found:
        if name not in needed.split() and name not in optional.split():
            raise NotAQuestion(f"{where}: there is no field {name!r}")
    return found


def _list(value: Any, where: str, read: Callable[[Any, str], T]) -> tuple[T, ...]:
    if not isinstance(value, list):
        raise NotAQuestion(f"{where}: it is no list")
    return tuple(read(part, f"{where}[{k}]") for k, part in enumerate(cast(list[Any], value)))


def _date(value: Any, where: str) -> date:
    return _iso(value, _DATE, date.fromisoformat, f"{where}: {value!r} is no date, such as 2026-09-02")


def _time(value: Any, where: str) -> time:
    return _iso(value, _TIME, time.fromisoformat, f"{where}: {value!r} is no time of day, such as 08:40")


def _iso(value: Any, pattern: re.Pattern[str], read: Callable[[str], T], refusal: str) -> T:
    """A value in one of ISO 8601's forms and no other: the readers of the library take more of them."""
    if isinstance(value, str) and pattern.fullmatch(value):
        try:
            return read(value)
        except ValueError:
            pass
    raise NotAQuestion(refusal)


def _instant(value: Any, where: str) -> datetime:
    found = _INSTANT.fullmatch(value) if isinstance(value, str) else None
    if found:
        try:
            whole = datetime.fromisoformat(found[1]).replace(tzinfo=UTC)
        except ValueError:
            pass
        else:
            return whole.replace(microsecond=int((found[2] or ".0")[1:7].ljust(6, "0")))
    raise NotAQuestion(f"{where}: {value!r} is no instant in UTC, such as 2026-09-02T07:40:00Z")


def _whole(value: Any, where: str, least: int, most: int | None = None) -> int:
    if type(value) is not int or value < least or (most is not None and value > most):
        bounds = f"from {least} to {most}" if most is not None else f"of at least {least}"
        raise NotAQuestion(f"{where}: {value!r} is no whole number {bounds}")
    return value


def _text(value: Any, where: str) -> str:
    if not isinstance(value, str):
        raise NotAQuestion(f"{where}: {value!r} is no text")
    return value


def _flag(value: Any, where: str) -> bool:
    if not isinstance(value, bool):
        raise NotAQuestion(f"{where}: {value!r} is neither true nor false")
    return value


def _span(value: Any, where: str, optional: str = "") -> Span:
    fields = _fields(value, where, "from to", optional)
    span = Span(_date(fields["from"], f"{where}.from"), _date(fields["to"], f"{where}.to"))
    if span.first > span.last:
        raise NotAQuestion(f"{where}: 'from' lies after 'to'")
    if "name" in fields:
        _text(fields["name"], f"{where}.name")
    return span


def _span_off(value: Any, where: str) -> Span:
    return _span(value, where, "name")


def _calendar(value: Any) -> Calendar:
    fields = _fields(value, "calendar", "zone terms", "off school_days cycle")
    days = _list(fields.get("school_days", [1, 2, 3, 4, 5]), "calendar.school_days", lambda v, w: _whole(v, w, 1, 7))
    return Calendar(
        _zone(fields["zone"]),
        _list(fields["terms"], "calendar.terms", _span),
        _list(fields.get("off", []), "calendar.off", _span_off),
        frozenset(days),
        _cycle(fields["cycle"]) if "cycle" in fields else None,
    )


def _zone(value: Any) -> ZoneInfo:
    try:
        return ZoneInfo(_text(value, "calendar.zone"))
    except (ZoneInfoNotFoundError, ValueError, OSError):
        raise NotAQuestion(f"calendar.zone: nobody knows the zone {value!r}") from None


def _cycle(value: Any) -> Cycle:
    fields = _fields(value, "calendar.cycle", "kind length starts", "skips_empty")
    kind = fields["kind"]
    if kind not in ("weeks", "days"):
        raise NotAQuestion(f"calendar.cycle.kind: {kind!r} is neither 'weeks' nor 'days'")
    length = _whole(fields["length"], "calendar.cycle.length", 1)
    starts = _date(fields["starts"], "calendar.cycle.starts")
    return Cycle(kind, length, starts, _flag(fields.get("skips_empty", False), "calendar.cycle.skips_empty"))


def _entry(value: Any, where: str, cycle: Cycle | None) -> Entry:
    fields = _fields(value, where, "starts", "weekday week day since until")
    if ("weekday" in fields) == ("day" in fields):
        raise NotAQuestion(f"{where}: it names either a 'weekday' or a 'day'")
    by_days, length = cycle is not None and cycle.kind == "days", cycle.length if cycle else 1
    if "day" in fields and not by_days:
        raise NotAQuestion(f"{where}.day: the cycle counts weeks")
    if "week" in fields and (by_days or "day" in fields):
        raise NotAQuestion(f"{where}.week: the cycle counts days")
    since, until = (_date(fields[n], f"{where}.{n}") if n in fields else None for n in ("since", "until"))
    if since and until and until < since:
        raise NotAQuestion(f"{where}: 'until' lies before 'since'")
    return Entry(
        _time(fields["starts"], f"{where}.starts"),
        _whole(fields["weekday"], f"{where}.weekday", 1, 7) if "weekday" in fields else None,
        _whole(fields["week"], f"{where}.week", 1, length) if "week" in fields else None,
        _whole(fields["day"], f"{where}.day", 1, length) if "day" in fields else None,
        since,
        until,
    )


def _item(value: Any, where: str) -> Item:
    fields = _fields(value, where, "id", "lessons on since")
    return Item(
        _text(fields["id"], f"{where}.id"),
        _whole(fields.get("lessons", 1), f"{where}.lessons", 1),
        _date(fields["on"], f"{where}.on") if "on" in fields else None,
        _instant(fields["since"], f"{where}.since") if "since" in fields else None,
    )


def _arrives(value: Any) -> Arrives:
    kind = value.get("kind") if isinstance(value, dict) else None
    needed = {"start": "kind", "before": "kind minutes", "evening": "kind at", "morning": "kind at"}
    if not isinstance(kind, str) or kind not in needed:
        raise NotAQuestion(f"arrives: there is no kind {kind!r}")
    fields = _fields(value, "arrives", needed[kind])
    minutes = _whole(fields["minutes"], "arrives.minutes", 0) if kind == "before" else 0
    return Arrives(kind, minutes, _time(fields["at"], "arrives.at") if "at" in fields else time(0))  # type: ignore[arg-type]


def _departure(value: Any, where: str) -> Departure:
    kind = cast(dict[str, Any], value).get("kind") if isinstance(value, dict) else None
    if not isinstance(kind, str) or kind not in _DEPARTURES:
        raise NotAQuestion(f"{where}: there is no kind {kind!r}")
    needed, optional, read = _DEPARTURES[kind]
    return read(_fields(value, where, f"kind {needed}", optional), where)


def _at(kind: Callable[[date, time], Departure]) -> Callable[[dict[str, Any], str], Departure]:
    return lambda f, where: kind(_date(f["date"], f"{where}.date"), _time(f["starts"], f"{where}.starts"))


def _again(fields: dict[str, Any], where: str) -> Departure:
    return Again(_text(fields["item"], f"{where}.item"), _whole(fields.get("lessons", 1), f"{where}.lessons", 1))


def _now(fields: dict[str, Any], where: str) -> Departure:
    return Now(_text(fields["item"], f"{where}.item"), _instant(fields["at"], f"{where}.at"))


def _leave_out(fields: dict[str, Any], where: str) -> Departure:
    return LeaveOut(_text(fields["item"], f"{where}.item"))


def _pin(fields: dict[str, Any], where: str) -> Departure:
    starts = _time(fields["starts"], f"{where}.starts") if "starts" in fields else None
    return Pin(_text(fields["item"], f"{where}.item"), _date(fields["date"], f"{where}.date"), starts)


def _hold(fields: dict[str, Any], where: str) -> Departure:
    until = _instant(fields["until"], f"{where}.until") if "until" in fields else None
    hold = Hold(_text(fields["from"], f"{where}.from"), _instant(fields["at"], f"{where}.at"), until)
    if until is not None and until < hold.at:
        raise NotAQuestion(f"{where}: 'until' lies before 'at'")
    return hold


_DEPARTURES: Mapping[str, tuple[str, str, Callable[[dict[str, Any], str], Departure]]] = {
    "skip": ("date starts", "", _at(Skip)),
    "extra": ("date starts", "", _at(Extra)),
    "again": ("item", "lessons", _again),
    "now": ("item at", "", _now),
    "leave-out": ("item", "", _leave_out),
    "pin": ("item date", "starts", _pin),
    "hold": ("from at", "until", _hold),
}


def _written(answer: Answer, given: Mapping[str, Any]) -> dict[str, Any]:
    arrivals: list[dict[str, Any]] = []
    for arrival in answer.arrivals:
        at = given[arrival.id] if arrival.state == "given" else _stamp(arrival.at)
        made = {"id": arrival.id, "at": at, "state": arrival.state}
        arrivals.append({**made, "lesson": _place(arrival.lesson)} if arrival.lesson else made)
    return {
        "arrivals": arrivals,
        "waits": [{"id": wait.id, "why": wait.why} for wait in answer.waits],
        "told": [
            {"why": told.why, "id": told.id}
            if told.day is None or told.starts is None
            else {"why": told.why, "date": told.day.isoformat(), "starts": told.starts.strftime("%H:%M")}
            for told in answer.told
        ],
        "free": [_place(lesson) for lesson in answer.free],
        "lessons": [{**_place(lesson), "at": _stamp(lesson.at)} for lesson in answer.lessons],
    }


def _place(lesson: Lesson) -> dict[str, str]:
    return {"date": lesson.date.isoformat(), "starts": lesson.starts.strftime("%H:%M")}


def _stamp(at: datetime) -> str:
    return at.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ")
