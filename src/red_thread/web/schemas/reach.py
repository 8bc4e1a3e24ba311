"""What goes over the wire about who has what."""

from red_thread.web.schemas.common import Schema
from red_thread.web.schemas.master import SectionOut


class BoardStudentOut(Schema):
    id: int
    name: str
    cells: list[int]


class BoardPageOut(Schema):
    id: int
    title: str
    section_id: int
    tucked: bool


class BoardOut(Schema):
    """Who has what. A cell is its state, + 8 behind, + 16 knotted, + 32 times the tenths that are answered."""

    class_id: int
    class_name: str
    sections: list[SectionOut]
    pages: list[BoardPageOut]
    students: list[BoardStudentOut]


class CellOut(Schema):
    copy_id: int | None
