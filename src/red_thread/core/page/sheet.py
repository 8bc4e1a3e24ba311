"""The sheet of paper that a page asks for, by its `orientation`; none for one that is as long as it gets."""

from collections.abc import Mapping

from red_thread.core.page.nodes import Node, attributes_of

# Width and height in millimetres, upright: ISO 216 and ANSI/ASME Y14.1.
_UPRIGHT: Mapping[str, tuple[float, float]] = {"A4": (210, 297), "A5": (148, 210), "Letter": (215.9, 279.4)}
A4 = _UPRIGHT["A4"]


def sheet_of(page: Node) -> tuple[float, float] | None:
    """Width and height in millimetres. "portrait" and "landscape" alone mean A4; unknown words mean no sheet."""
    said = (attributes_of(page).get("orientation") or "").split(" ")
    size, turned = _UPRIGHT.get(said[0] if len(said) > 1 else "A4"), said[-1]
    if size is None or turned not in ("portrait", "landscape"):
        return None
    return size if turned == "portrait" else (size[1], size[0])
