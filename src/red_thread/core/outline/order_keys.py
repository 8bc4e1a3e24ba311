"""Order keys: texts that sort as the items stand, with room between any two.

After David Greenspan, "Implementing Fractional Indexing" (2020): an integer part whose first letter tells
its length, so that adding at the end keeps keys short, then a fraction. Compared byte by byte
(PostgreSQL: COLLATE "C").
"""

DIGITS = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz"
_FIRST = "a0"
_LEAST = "A" + "0" * 26


def key_between(before: str | None, after: str | None) -> str:
    """A key behind `before` and ahead of `after`; None is the open end. Raises ValueError if out of order."""
    if before is not None and after is not None and before >= after:
        raise ValueError(f"{before!r} is not ahead of {after!r}")
    if before is None:
        return _FIRST if after is None else _ahead_of(after)
    if after is None:
        whole, fraction = _parts(before)
        return _next_whole(whole) or whole + _middle(fraction, None)
    whole, fraction = _parts(before)
    whole_after, fraction_after = _parts(after)
    if whole == whole_after:
        return whole + _middle(fraction, fraction_after)
    following = _next_whole(whole)
    return following if following and following < after else whole + _middle(fraction, None)


def keys_between(before: str | None, after: str | None, count: int) -> list[str]:
    """`count` keys in order between two others."""
    keys: list[str] = []
    for _ in range(count):
        before = key_between(before, after)
        keys.append(before)
    return keys


def _ahead_of(after: str) -> str:
    whole, fraction = _parts(after)
    if whole == _LEAST:
        return whole + _middle("", fraction)
    return whole if whole < after else _previous_whole(whole) or whole + _middle("", fraction)


def _parts(key: str) -> tuple[str, str]:
    head = key[0]
    length = ord(head) - ord("a") + 2 if "a" <= head <= "z" else ord("Z") - ord(head) + 2
    return key[:length], key[length:]


def _middle(low: str, high: str | None) -> str:
    """A fraction strictly between two; neither may end in the least digit."""
    if high is not None:
        shared = 0
        while shared < len(high) and (low[shared : shared + 1] or "0") == high[shared]:
            shared += 1
        if shared:
            return high[:shared] + _middle(low[shared:], high[shared:])
    first = DIGITS.index(low[0]) if low else 0
    last = DIGITS.index(high[0]) if high else len(DIGITS)
    if last - first > 1:
        return DIGITS[(first + last + 1) // 2]
    if high is not None and len(high) > 1:
        return high[0]
    return DIGITS[first] + _middle(low[1:], None)


def _next_whole(whole: str) -> str | None:
    head, digits = whole[0], list(whole[1:])
    for k in range(len(digits) - 1, -1, -1):
        if digits[k] != "z":
            digits[k] = DIGITS[DIGITS.index(digits[k]) + 1]
            return head + "".join(digits)
        digits[k] = "0"
    if head == "Z":
        return _FIRST
    if head == "z":
        return None
    longer = [*digits, "0"] if head >= "a" else digits[:-1]
    return chr(ord(head) + 1) + "".join(longer)


def _previous_whole(whole: str) -> str | None:
    head, digits = whole[0], list(whole[1:])
    for k in range(len(digits) - 1, -1, -1):
        if digits[k] != "0":
            digits[k] = DIGITS[DIGITS.index(digits[k]) - 1]
            return head + "".join(digits)
        digits[k] = "z"
    if head == "a":
        return "Zz"
    if head == "A":
        return None
    longer = [*digits, "z"] if head < "a" else digits[:-1]
    return chr(ord(head) - 1) + "".join(longer)
