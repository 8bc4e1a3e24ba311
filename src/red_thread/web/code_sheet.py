"""Sign-in codes as they are printed: with the address and a QR picture of both."""

from collections.abc import Sequence
from urllib.parse import urlencode

import segno

from red_thread.actions.people.make_codes import HandedCode
from red_thread.settings import Settings
from red_thread.web.schemas.classes import CodeOut, CodeSheetOut


def code_sheet(
    title: str, settings: Settings, school: int, codes: Sequence[HandedCode], left_out: list[str]
) -> CodeSheetOut:
    """A sheet of slips, one for each code."""
    shown = [code_slip(code, settings, school) for code in codes]
    return CodeSheetOut(class_name=title, address=_address(settings, school), codes=shown, left_out=left_out)


def code_slip(handed: HandedCode, settings: Settings, school: int) -> CodeOut:
    address = _address(settings, school, code=handed.code)
    picture = segno.make(address).svg_data_uri(scale=3)
    return CodeOut(name=handed.name, signs_in_as=handed.signs_in_as, code=handed.code, picture=picture)


def _address(settings: Settings, school: int, **more: str) -> str:
    """Where a code is typed in; of a school beside the first it says which."""
    asked = urlencode(more if school == 1 else {**more, "school": school})
    return f"{settings.public_url}/code{'?' if asked else ''}{asked}"
