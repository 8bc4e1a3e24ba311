"""What the core and the editor both do, since a page is untied and written on without a network too.

`tests/twins.json` says what becomes of a page; `frontend/src/editor/twins.test.ts` holds the editor to the same cases.
"""

import json
from pathlib import Path

import pytest

from red_thread.core.merge import Untying, untie
from red_thread.core.page.answers import teachers_part

TWINS = json.loads(Path(__file__).parent.with_name("twins.json").read_text())


@pytest.mark.parametrize("case", TWINS["untie"], ids=lambda case: case["case"])
def test_untying(case):
    assert untie(case["page"], case["kept"], Untying(case["how"])) == case["after"]


@pytest.mark.parametrize("case", TWINS["teachers_part"], ids=lambda case: case["case"])
def test_what_of_a_page_is_the_teachers(case):
    assert teachers_part(case["page"]) == case["part"]
