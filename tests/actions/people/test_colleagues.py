"""Owner, co-teacher, helper: what each may, and how one becomes another."""

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.classes.change_class import add_class, look_at_class
from red_thread.actions.classes.change_class import take_out as take_student_out
from red_thread.actions.classes.groups import look_at_groups, make_group
from red_thread.actions.master.change_outline import add_section
from red_thread.actions.master.look_at_master import look_at_master, look_at_page
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.notebook.look_at_notebook import look_at_notebook
from red_thread.actions.people.begin_school import invite_teacher, take_up_invitation
from red_thread.actions.people.colleagues import look_at_colleagues, set_role, take_out
from red_thread.actions.people.make_codes import make_codes
from red_thread.actions.push.control_push import stop_push
from red_thread.actions.push.look_at_pushes import look_at_push, look_at_pushes
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.pull_back import pull_back
from red_thread.actions.push.start_push import start_push
from red_thread.actions.push.undo import undo_push
from red_thread.actions.reach.look_at_reach import look_at_reach
from red_thread.actions.refusals import NotAllowed, NotFound, OnlyReadsAlong, OwnerStays
from red_thread.core.push import WrittenPages, audience_of
from tests.notation import page
from tests.school import School


async def colleague(school: School, name: str, role: str) -> Actor:
    async with school.database.begin() as unit:
        person = await unit.people.add_teacher(name, f"{name.lower()}@school.example", None)
        asked = await invite_teacher(unit, school.teacher, school.master, "", f"{name.lower()}@school.example", role)
        assert asked is not None
        actor = Actor(person, "teacher")
        assert await take_up_invitation(unit, actor, asked.code) == school.master
    return actor


async def test_a_helper_reads_all_and_changes_nothing(school: School):
    [student] = await school.add_class("9A", 1)
    tides = await school.add_page("a:x", "Tides")
    push = await school.run(school.request([tides], "9A"))
    helper = await colleague(school, "Hana", "helper")
    master, klass = school.master, school.classes["9A"]
    asked = PushRequest(master, (tides,), audience_of([klass]))
    reads = [
        lambda unit: look_at_master(unit, helper, master),
        lambda unit: look_at_page(unit, helper, tides),
        lambda unit: look_at_reach(unit, helper, klass),
        lambda unit: look_at_pushes(unit, helper, master),
        lambda unit: look_at_push(unit, helper, push),
        lambda unit: look_at_groups(unit, helper, master),
        lambda unit: look_at_class(unit, helper, klass),
        lambda unit: look_at_notebook(unit, helper, student.notebook_id),
        lambda unit: look_at_colleagues(unit, helper, master),
    ]
    changes = [
        lambda unit: save_master_page(unit, helper, tides, page("a:y", "Tides"), 1),
        lambda unit: add_section(unit, helper, master, "Mine"),
        lambda unit: add_class(unit, helper, master, "Mine"),
        lambda unit: take_student_out(unit, helper, klass, student.person_id),
        lambda unit: make_codes(unit, helper, klass),
        lambda unit: make_group(unit, helper, master, "Mine", []),
        lambda unit: start_push(unit, helper, asked),
        lambda unit: pull_back(unit, helper, asked, WrittenPages.DRAWER),
        lambda unit: undo_push(unit, helper, push),
        lambda unit: stop_push(unit, helper, push),
        lambda unit: invite_teacher(unit, helper, master, "More", ""),
    ]
    for read in reads:
        async with school.database.begin() as unit:
            assert await read(unit) is not None
    for change in changes:
        async with school.database.begin() as unit:
            with pytest.raises(OnlyReadsAlong):
                await change(unit)


async def test_the_owner_decides_and_there_is_always_one(school: School):
    noor = await colleague(school, "Noor", "co-teacher")
    owner, master = school.teacher, school.master
    async with school.database.begin() as unit:
        with pytest.raises(NotAllowed):
            await set_role(unit, noor, master, noor.person_id, "owner")
        with pytest.raises(NotAllowed):
            await take_out(unit, noor, master, owner.person_id)
        with pytest.raises(OwnerStays):
            await set_role(unit, owner, master, owner.person_id, "helper")
        with pytest.raises(OwnerStays):
            await take_out(unit, owner, master, owner.person_id)
        await set_role(unit, owner, master, noor.person_id, "owner")
        told = {one.person_id: one.role for one in await look_at_colleagues(unit, noor, master)}
        assert told == {noor.person_id: "owner", owner.person_id: "co-teacher"}
        await take_out(unit, owner, master, owner.person_id)  # goes by themselves
        with pytest.raises(NotFound):
            await look_at_master(unit, owner, master)
        await set_role(unit, noor, master, owner.person_id, "co-teacher")  # and is had back
        assert await look_at_master(unit, owner, master)


async def test_only_who_worked_here_is_had_back_by_number(school: School):
    async with school.database.begin() as unit:
        stranger = await unit.people.add_teacher("Strange", "strange@school.example", None)
        with pytest.raises(NotFound):
            await set_role(unit, school.teacher, school.master, stranger, "helper")


async def test_a_push_goes_on_when_who_pressed_the_button_is_a_helper_by_then(school: School):
    await school.add_class("9A", 2)
    noor = await colleague(school, "Noor", "co-teacher")
    tides = await school.add_page("a:x", "Tides")
    async with school.database.begin() as unit:
        push = await start_push(unit, noor, school.request([tides], "9A"))
        await set_role(unit, school.teacher, school.master, noor.person_id, "helper")
    await school.finish()
    assert await school.counts(push) == {"placed": 2}
