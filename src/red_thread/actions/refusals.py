"""What can be refused. The docstring of each is its message; `hint` says what to do."""

from inspect import cleandoc
from typing import Any


class Refused(Exception):
    """This cannot be done."""

    status = 422
    hint = ""

    def __init__(self, **facts: Any) -> None:
        self.facts = facts
        super().__init__(cleandoc(type(self).__doc__ or "").format(**facts))


class NotSignedIn(Refused):
    """You are not signed in any more."""

    status = 401
    hint = "Sign in again. What you wrote is kept in this browser and will be saved then."


class SignInFailed(Refused):
    """That name and password do not go together."""

    status = 401
    hint = "Try again, or ask your teacher for a new sign-in code."


class AlreadyTogether(Refused):
    """That account goes together with another one already."""

    status = 409
    hint = "Open that school, and part it from the others first."


class CodeNotGood(Refused):
    """This sign-in code is not good any more."""

    status = 401
    hint = "Each code works once. Ask your teacher for a new one."


class TooManyTries(Refused):
    """Too many tries to sign in."""

    status = 429
    hint = "Wait a minute, then try again."


class TooOften(Refused):
    """That was often within one minute: {what}."""

    status = 429
    hint = "Nothing is lost. Wait a minute, then go on."


class StaleProof(Refused):
    """This was sent from elsewhere, or from a window of another sign-in."""

    status = 403
    hint = "Load the page again; nothing is lost."


class NotAllowed(Refused):
    """This is not yours to {what}."""

    status = 403
    hint = "If you think it should be, ask the teacher of this course."


class OnlyReadsAlong(Refused):
    """You read along in this course; changing and pushing is for those who teach it."""

    status = 403
    hint = "Ask the course's owner, who can make you a co-teacher under Classes."


class FollowsItsOwn(Refused):
    """{name} is looked after in this course and follows it always."""

    hint = "Students can leave it one by one; what they have stays theirs."


class NoSuchColleague(Refused):
    """No colleague signs in with that address."""

    hint = "Look at the spelling, or ask the colleague under which address they sign in."


class OwnerStays(Refused):
    """A course always has an owner."""

    hint = "Make a colleague the owner first; then you are a co-teacher."


class NotFound(Refused):
    """There is no such {what} here."""

    status = 404
    hint = "It may have been taken out meanwhile. Go back and look again."


class NotebookFull(Refused):
    """There are {count} {what} here already; more do not fit."""

    hint = "Write on one that is there, or begin in another section."


class OtherThanPlanned(Refused):
    """What would be taken in is not what the plan said: something has changed since."""

    status = 409
    hint = "Nobody was taken in. Look at the plan again."


class NoRoom(Refused):
    """More does not fit: {whose} {what} is taken."""

    status = 413
    hint = "Ask whoever looks after the school for more. All that is there stays."


class NoSuchField(Refused):
    """There is no {field} to fill in."""

    hint = "In a name stand {n}, {week}, {weekday} and {date}; all else is taken as it is."


class TooManyAtOnce(Refused):
    """From 1 to {most} can be made at once."""

    hint = "Make them in several goes."


class PasswordTooShort(Refused):
    """A password needs at least {least} characters."""

    hint = "Three words that you can remember make a good one."


class PasswordTooWeak(Refused):
    """This password is guessed too easily."""

    hint = "Three words that have nothing to do with each other make a good one."


class NotTheirPassword(Refused):
    """That is not your password now."""

    hint = "Nothing was changed. Type the one that you sign in with."


class TaughtByOthersToo(Refused):
    """{name} is in other teachers’ courses too, so a new way in is not yours alone to give."""

    status = 409
    hint = "Ask who looks after Red Thread in your school; they make a code."


class BegunAlready(Refused):
    """This school has begun already, or the code is not the one in the console."""

    status = 404
    hint = "Sign in, or start Red Thread again and take the address from its console."


class AddressTaken(Refused):
    """Somebody signs in with {email} already."""

    status = 409
    hint = "Nothing was changed. Take another address, or let them sign in."


class NotYourOwnAccount(Refused):
    """This is your own account."""

    hint = "Somebody else who looks after the school can close it."


class StillOpen(Refused):
    """{name}’s account is open."""

    status = 409
    hint = "Close it first: that can be undone. Erasing cannot."


class NotAnAddress(Refused):
    """“{email}” is no e-mail address."""

    hint = "Write it with an @, as in ida@school.example, or leave it empty: a name to sign in with is made then."


class HasANotebookThere(Refused):
    """{name} has a notebook in {where} already."""

    status = 409
    hint = "Nothing was moved. Bring them back into that class instead."


class NameMissing(Refused):
    """A {what} needs a name."""

    hint = "Type at least one letter."


class NobodyToPushTo(Refused):
    """Nobody is there to push to: {whom} has no students now."""

    hint = "Choose another class, or bring students in first."


class AllTakenOut(Refused):
    """All that was to be pushed has been taken out of the master."""

    status = 409
    hint = "Put it back, or push something else."


class PageTakenOut(Refused):
    """“{title}” has been taken out of the master meanwhile."""

    status = 409
    hint = "Nothing was pushed. Choose the pages again."


class TimeHasPassed(Refused):
    """That time has passed."""

    hint = "Nothing was pushed. Choose a later time, or push now."


class TooFarAhead(Refused):
    """That is further ahead than a push can wait."""

    hint = "Nothing was pushed. Choose a nearer day."


class NoSuchTime(Refused):
    """On that day the clocks go forward: there is no {time} in {zone}."""

    hint = "Nothing was pushed. Choose an hour later, or an hour before."


class NoSuchZone(Refused):
    """No time zone is called “{zone}”."""

    hint = "Choose one of those in the list, such as Europe/London. Nothing was changed."


class NoSuchLanguage(Refused):
    """Words cannot be found in the language “{code}”."""

    hint = "Choose one of those in the list, or none. Nothing was changed."


class BegunMeanwhile(Refused):
    """This push waits for no time any more: it has begun, or was stopped."""

    status = 409
    hint = "Look at how far it is; it can be stopped there, or undone."


class NothingChosen(Refused):
    """No page was chosen."""

    hint = "Choose at least one page to push."


class NothingToPullBack(Refused):
    """There is nothing to pull back: nobody here has it."""

    status = 409
    hint = "Nothing was changed. Look again at who has what."


class TakenBack(Refused):
    """Your teacher has taken this page back."""

    status = 410
    hint = "What you wrote on it is kept."


class NotReadable(Refused):
    """{name} cannot be read: {why}."""

    hint = "Nothing was changed. Choose another file, or mend this one and try again."


class NothingSent(Refused):
    """No file was sent."""

    hint = "Choose one and try again."


class TooLarge(Refused):
    """{name} is larger than {limit}."""

    status = 413
    hint = "Nothing was changed. Choose a smaller file, or part it."


class PageRefused(Refused):
    """This page could not be saved: {why}."""

    hint = "What you wrote is kept in this browser. Undo the last change and it will be saved."


class OnlyInSpaces(Refused):
    """On this page you can write in its spaces, and nowhere else."""

    hint = "Undo the change outside the spaces; what you wrote in them will be saved."


class CannotMoveThere(Refused):
    """{what} cannot be moved there."""

    hint = "Choose another place."


class StillUnderWay(Refused):
    """This push is still under way."""

    status = 409
    hint = "Wait until it is done; then it can be undone."


class KeptInOrder(Refused):
    """Your teacher keeps this part of the notebook in order."""

    status = 403
    hint = "What is there stays as it is. Ask your teacher if you need it otherwise."


class ChangedMeanwhile(Refused):
    """Something else stands there now, so this stays as it is."""

    status = 409
    hint = "Look at it as it is now, and do it again if you want to."


class NothingWritten(Refused):
    """Nothing is written on this page yet."""

    hint = "Write on it first; then say that it is ready."


class AlreadyRead(Refused):
    """Your teacher has opened this page as it was when you said that it is ready."""

    status = 409
    hint = "You can write on, and say so again when it is ready anew."
