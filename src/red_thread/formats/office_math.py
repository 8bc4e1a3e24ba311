"""Formulas of a DOCX document as TeX.

Source of the elements: ECMA-376, part 1, section 22.1 (Office Math Markup Language). What is not named here keeps its
signs one after the other: no letter of a formula is lost.
"""

from collections.abc import Callable, Mapping
from typing import Any

from lxml import etree  # type: ignore[reportAttributeAccessIssue]

_M = "{http://schemas.openxmlformats.org/officeDocument/2006/math}"
_W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
BEGINS = "\N{LEFT WHITE SQUARE BRACKET}formula\N{RIGHT WHITE SQUARE BRACKET}"
Element = Any  # lxml ships no types
_SIGNS: Mapping[str, str] = {
    **{"∑": r"\sum", "∏": r"\prod", "∫": r"\int", "√": r"\surd", "∞": r"\infty", "→": r"\to"},
    **{"≤": r"\le", "≥": r"\ge", "≠": r"\ne", "×": r"\times", "·": r"\cdot", "±": r"\pm"},
    **{"π": r"\pi", "α": r"\alpha", "β": r"\beta", "θ": r"\theta"},
}


def tell_formulas(root: Element) -> None:
    """Makes each formula in the tree of a document a run of words; one by itself begins with `BEGINS`."""
    for alone in list(root.iter(f"{_M}oMathPara")):
        _exchange(alone, BEGINS + " ".join(tex_of(one) for one in alone.iter(f"{_M}oMath")))
    for within in list(root.iter(f"{_M}oMath")):
        _exchange(within, tex_of(within))


def _exchange(formula: Element, words: str) -> None:
    run = etree.Element(f"{_W}r")
    text = etree.SubElement(run, f"{_W}t")
    text.text = words
    text.set("{http://www.w3.org/XML/1998/namespace}space", "preserve")
    run.tail = formula.tail
    formula.getparent().replace(formula, run)


def tex_of(element: Element) -> str:
    """What a formula, or a part of it, is in TeX."""
    name = element.tag.removeprefix(_M) if isinstance(element.tag, str) else ""
    if name == "t":
        return _written(element.text or "")
    if name.endswith("Pr"):
        return ""
    made = _PARTS.get(name)
    return made(element) if made else "".join(map(tex_of, element))


def _written(text: str) -> str:
    return "".join(f"{_SIGNS[sign]} " if sign in _SIGNS else sign for sign in text)


def _part(element: Element, name: str) -> str:
    found = element.find(f"{_M}{name}")
    return "" if found is None else "".join(map(tex_of, found))


def _value(element: Element, path: str, usual: str) -> str:
    found = element.find("/".join(f"{_M}{name}" for name in path.split("/")))
    return usual if found is None else found.get(f"{_M}val", "")


def _fraction(element: Element) -> str:
    return rf"\frac{{{_part(element, 'num')}}}{{{_part(element, 'den')}}}"


def _scripts(element: Element) -> str:
    sub, sup = _part(element, "sub"), _part(element, "sup")
    return f"{{{_part(element, 'e')}}}" + (f"_{{{sub}}}" if sub else "") + (f"^{{{sup}}}" if sup else "")


def _root(element: Element) -> str:
    degree = _part(element, "deg")
    return rf"\sqrt{f'[{degree}]' if degree else ''}{{{_part(element, 'e')}}}"


def _brackets(element: Element) -> str:
    inside = ", ".join("".join(map(tex_of, one)) for one in element.findall(f"{_M}e"))
    return f"{_value(element, 'dPr/begChr', '(')}{inside}{_value(element, 'dPr/endChr', ')')}"


def _large(element: Element) -> str:
    sign = _written(_value(element, "naryPr/chr", "∫")).strip()
    sub, sup = _part(element, "sub"), _part(element, "sup")
    return sign + (f"_{{{sub}}}" if sub else "") + (f"^{{{sup}}}" if sup else "") + f" {_part(element, 'e')}"


_PARTS: Mapping[str, Callable[[Element], str]] = {
    "f": _fraction,
    **dict.fromkeys(("sSup", "sSub", "sSubSup"), _scripts),
    "rad": _root,
    "d": _brackets,
    "nary": _large,
}
