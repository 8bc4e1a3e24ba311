"""Text in the encodings that offices, spreadsheets and old school systems write."""

import pytest

from red_thread.formats.encodings import decoded
from red_thread.formats.problems import Unreadable

WEST = "Name;E-Mail\nZoë Müller;z.m@x.de\nJosé Peña;j@x.es\nÉlise Garçon;e@x.fr\nHélène Lefèvre;h@x.fr\n"
POLISH = "Imię;Nazwisko\nŁukasz;Wiśniewski\nŻaneta;Dąbrowska\nMichał;Zieliński\nBożena;Kaźmierczak\n"
CZECH = "Jméno;Příjmení\nJiří;Dvořák\nVěra;Černá\nZdeněk;Růžička\nŠtěpán;Žižka\n"
TEXTS = {
    "cp1252": WEST,
    "mac_roman": WEST,
    "utf-8": WEST,
    "utf-8-sig": WEST,
    "utf-16": POLISH,
    "utf-16-le": WEST,
    "cp1250": POLISH,
    "cp1251": "Имя;Фамилия\nАнна;Петрова\nДмитрий;Соколов\nОльга;Иванова\n",
    "koi8_r": "Имя;Фамилия\nАнна;Петрова\nДмитрий;Соколов\nОльга;Иванова\n",
    "cp1253": "Όνομα;Επώνυμο\nΜαρία;Παπαδοπούλου\nΓιώργος;Νικολάου\n",
    "cp1254": "Ad;Soyad\nŞule;Yıldız\nGökçe;Öztürk\nİbrahim;Çağlar\n",
    "cp932": "氏名,クラス\n山田太郎,1年\n佐藤花子,2年\n鈴木一郎,1年\n",
    "gb18030": "姓名,班级\n王小明,一班\n李娜,二班\n张伟,一班\n",
    "big5": "姓名,班級\n王小明,一班\n李娜,二班\n張偉,一班\n",
    "cp949": "이름,반\n김민수,1반\n이영희,2반\n",
}


@pytest.mark.parametrize("encoding", TEXTS)
def test_text_comes_as_it_was_written(encoding):
    assert decoded("list.csv", TEXTS[encoding].replace("\n", "\r\n").encode(encoding)) == TEXTS[encoding]


def test_czech_is_told_from_french():
    assert decoded("list.csv", CZECH.encode("cp1250")) == CZECH


@pytest.mark.parametrize("body", [b"\x00\x01\x02\x00\x00", b"PNG\r\n\x1a\n\x00\x00"])
def test_what_is_no_text_is_said_so(body):
    with pytest.raises(Unreadable, match="not a text file"):
        decoded("list.csv", body)
