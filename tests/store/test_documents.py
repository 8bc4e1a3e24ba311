"""What goes into PostgreSQL as a list of numbers."""

import pytest

from red_thread.store.documents import NotStorable, array


@pytest.mark.parametrize("number", [2**64, -(2**63) - 1, 10**30])
def test_a_number_that_is_no_id_of_anything_is_refused_as_that(number: int):
    with pytest.raises(NotStorable):
        array([1, number])


def test_what_is_unknown_stays_so():
    assert array([1, None, 3]) == "{1,null,3}"
