"""Every error of ours, in one place, each with a sentence for the person at the screen.

`message` says what happened; `kept` what is safe; `advice` what to do now. The interface
shows all three as they stand, so they are written for a teacher.
"""

from __future__ import annotations


class WordTrailError(Exception):
    """Something a person can understand and act on."""

    title = "That did not work"

    asks = ""
    """What the person is asked, where only she can say how to go on."""

    def __init__(self, message: str, *, kept: str = "", advice: str = "") -> None:
        super().__init__(message)
        self.message = message
        self.kept = kept
        self.advice = advice

    @property
    def sentence(self) -> str:
        """What happened, what was kept, what to do: one readable line."""
        return " ".join(part for part in (self.message, self.kept, self.advice) if part)


class PassageError(WordTrailError):
    """The text cannot become a passage as it stands."""

    title = "This text cannot be used yet"


class EmptyPassage(PassageError):
    """There is not one word in the text."""

    def __init__(self) -> None:
        super().__init__(
            "There are no words in this text yet.",
            advice="Paste or type the passage, then try again.",
        )


class PassageTooLong(PassageError):
    """More words than one lesson can hold."""

    def __init__(self, words: int, most: int) -> None:
        super().__init__(
            f"This text has {words:,} words; a lesson holds at most {most:,}.",
            kept="Your text is still in the box.",
            advice="Split it into several lessons, a chapter or a part in each.",
        )


class NotText(PassageError):
    """Bytes that are no text: a program, a picture, an archive pasted by mistake."""

    def __init__(self) -> None:
        super().__init__(
            "This looks like a file's inner code, not like words.",
            kept="Nothing was changed.",
            advice="Open the file in the program it comes from, copy the text there and paste that.",
        )


class RightToLeftText(PassageError):
    """Arabic, Hebrew and their kin, which the stage cannot typeset yet."""

    def __init__(self) -> None:
        super().__init__(
            "This text runs from right to left, which Word Trail cannot show yet.",
            kept="Your text is kept in the box, exactly as you pasted it.",
            advice="For now, only left-to-right passages can become a lesson.",
        )


class SoundError(WordTrailError):
    """A sound file or recording that cannot be used."""

    title = "This sound cannot be used"


class NotASound(SoundError):
    """No sound can be decoded from the bytes."""

    def __init__(self) -> None:
        super().__init__(
            "There is no sound in this file; it may be a picture or a document with another ending.",
            kept="Your lesson and its takes are as they were.",
            advice="Choose a WAV, MP3, M4A, Ogg, WebM or FLAC file.",
        )


class NotAPicture(SoundError):
    """No moving picture can be decoded from the bytes."""

    def __init__(self) -> None:
        super().__init__(
            "The camera's picture of this take cannot be read.",
            kept="Its sound is kept, and everything that was found in it.",
            advice="Record the camera again in another take, if you want it.",
        )


class EmptySound(SoundError):
    """A file of no length."""

    def __init__(self) -> None:
        super().__init__(
            "This file is empty.",
            kept="Your lesson and its takes are as they were.",
            advice="Export the recording again, or choose another file.",
        )


class SilentSound(SoundError):
    """A recording in which nothing can be heard."""

    def __init__(self) -> None:
        super().__init__(
            "Nothing can be heard in this recording.",
            kept="It is kept as a take all the same.",
            advice="Check that the right microphone is chosen and not muted, then record again.",
        )


class SoundTooLong(SoundError):
    """More than three hours."""

    def __init__(self, hours: float) -> None:
        super().__init__(
            f"This recording is {hours:.1f} hours long; a take holds at most three.",
            kept="Your lesson and its takes are as they were.",
            advice="Split it into parts and hand in the one you want.",
        )


class LessonError(WordTrailError):
    """A change to the lesson that makes no sense."""

    title = "That change cannot be made"


class InkAcross(LessonError):
    """Something was drawn across a picture and the text beside it."""

    title = "The picture or the text?"
    asks = "text or picture"

    def __init__(self) -> None:
        super().__init__(
            "This lies across the picture and the text.", kept="Your drawing waits.", advice="Say which one it is on."
        )


class NothingToShow(LessonError):
    """A video or student page was asked for before there is a reading."""

    def __init__(self) -> None:
        super().__init__(
            "There is no finished reading in this lesson yet.",
            kept="Your plan is kept.",
            advice="Record a take first, then come back.",
        )


class StaleRevision(WordTrailError):
    """Someone else (or another window) has changed the lesson in between."""

    title = "This lesson was changed in another window"

    def __init__(self, yours: int, newest: int) -> None:
        super().__init__(
            "This lesson was changed in another window after you opened it here.",
            kept="The newer version is shown now; nothing of it was overwritten.",
            advice="Make your last change again if it is still wanted.",
        )
        self.yours = yours
        self.newest = newest


class NewerDocument(WordTrailError):
    """What is kept was written by a later Word Trail, whose shape this one does not know."""

    title = "From a newer Word Trail"

    def __init__(self) -> None:
        super().__init__(
            "This was kept by a newer Word Trail than the one that is running.",
            kept="Nothing of it was changed.",
            advice="Start the newer Word Trail again.",
        )


class NotFound(WordTrailError):
    """No such lesson, take, job or page."""

    title = "Not found"

    def __init__(self, what: str = "page") -> None:
        super().__init__(f"This {what} is not here (any more).", advice="Go back to your shelf.")


class LinkWithdrawn(WordTrailError):
    """The student link was withdrawn by the teacher, or never existed."""

    title = "This link does not open a lesson"

    def __init__(self) -> None:
        super().__init__(
            "This link does not open a lesson (any more).",
            advice="Ask your teacher for the new one.",
        )


class PassphraseWanted(WordTrailError):
    """The teacher's side is open to the network and asks who is there."""

    title = "Passphrase wanted"

    def __init__(self) -> None:
        super().__init__(
            "The teacher's side of Word Trail asks for its passphrase.",
            advice="It was printed when Word Trail was started.",
        )


class ForeignSite(WordTrailError):
    """Another site tries to change something here."""

    title = "Not from here"

    def __init__(self) -> None:
        super().__init__("Another web site tried to change something in Word Trail.", kept="Nothing was changed.")


class UnknownName(WordTrailError):
    """Asked for under a name that is not this server's."""

    title = "Not under this name"

    def __init__(self, name: str) -> None:
        super().__init__(
            f"Word Trail is not open under the name “{name[:80]}”.",
            kept="Nothing was shown or changed.",
            advice="Open it by its address, or add the name to “names” in wordtrail.toml.",
        )


class TakeTooLong(WordTrailError):
    """More sound than one take may have."""

    title = "This take is full"

    def __init__(self, most_megabytes: int) -> None:
        super().__init__(
            f"This take has reached the {most_megabytes:,} MB that one take may have.",
            kept="Everything up to here is kept.",
            advice="Stop the take, and record the rest as another one.",
        )


class TooLarge(WordTrailError):
    """More bytes than one upload may have."""

    title = "This file is too large"

    def __init__(self, most_megabytes: int) -> None:
        super().__init__(
            f"This file is larger than the {most_megabytes} MB one upload may have.",
            kept="Your lesson and its takes are as they were.",
            advice="Export it as MP3 or M4A, which are far smaller, and try again.",
        )


class StillRecording(WordTrailError):
    """A take is to be worked on before it is over."""

    title = "This take is still being recorded"

    def __init__(self) -> None:
        super().__init__(
            "This take is still being recorded, or was broken off.",
            kept="Everything recorded so far is kept.",
            advice="Stop it, or keep it as a take, first.",
        )


class PartMissing(WordTrailError):
    """A part of a take that skips ahead of those that are kept; `expected` is the number of the next one."""

    title = "A part of this take is still on its way"

    def __init__(self, what: str, expected: int) -> None:
        super().__init__(
            f"{what} {expected} of this take is still missing.",
            kept="Everything before it is kept.",
            advice="Send it, and those after it, again.",
        )
        self.expected = expected


class SoundBeingMade(WordTrailError):
    """A lesson's sound is asked for before it is made."""

    title = "The sound is being made"

    def __init__(self) -> None:
        super().__init__("The sound of this lesson is being made.", advice="It is there in a moment.")


class NoRoom(WordTrailError):
    """The disk is full."""

    title = "The disk is full"

    def __init__(self) -> None:
        super().__init__(
            "There is no room left on this computer's disk.",
            kept="Everything recorded so far is kept.",
            advice="Free some space, then go on.",
        )


class FilmBrokenOff(WordTrailError):
    """A process that was making a part of a film came to its end before its work did."""

    title = "The film was not made"

    def __init__(self) -> None:
        super().__init__(
            "A part of the work came to an end too soon.", kept="What was made of the film by then is kept.",
            advice="Make it again: it goes on from there.",
        )  # fmt: skip


class HostUnreachable(WordTrailError):
    """The video host does not answer, for longer than one waits."""

    title = "The film is not on the host yet"

    def __init__(self) -> None:
        super().__init__(
            "The video host cannot be reached.", kept="What it has of the film stays there.",
            advice="Send it once more: it goes on from there.",
        )  # fmt: skip


class HostRefused(WordTrailError):
    """The video host does not take the film."""

    title = "The host does not take the film"

    def __init__(self, status: int) -> None:
        reasons = {413: "The film is larger than it takes.", 415: "It takes no files of this kind."}
        super().__init__(
            f"The video host refuses the film. {reasons.get(status, f'It answers with {status}.')}",
            kept="The film is kept here.", advice="Download it, and put it there by hand.",
        )  # fmt: skip


class NoHost(WordTrailError):
    """No video host is known."""

    title = "There is no video host"

    def __init__(self) -> None:
        super().__init__(
            "Word Trail knows no video host to put a film on.",
            advice="Download the film, or start Word Trail with the address of a host (--video-host).",
        )


class JobCancelled(WordTrailError):
    """Raised inside long work when its person asked for it to stop."""

    title = "Stopped"

    def __init__(self) -> None:
        super().__init__("Stopped, as you asked.", kept="Your lesson and its takes are as they were.")


class FileError(WordTrailError):
    """A file that cannot become a passage."""

    title = "This file cannot be read"


class NotReadable(FileError):
    """The bytes are not what the file's ending says, or are damaged."""

    def __init__(self, kind: str) -> None:
        super().__init__(
            f"This {kind} is damaged, or it is something else with another ending.",
            kept="Nothing was changed.",
            advice="Open it in the program it comes from, save it again, and bring that in.",
        )


class UnknownKind(FileError):
    """No reader for this kind of file."""

    def __init__(self, ending: str) -> None:
        what = f"“{ending}” files" if ending else "a file without an ending"
        super().__init__(
            f"Word Trail cannot read {what}.",
            kept="Nothing was changed.",
            advice="Choose a text, Markdown, Word, PDF, EPUB or web page, or a photo (JPEG, PNG, WebP, HEIC).",
        )


class EmptyFile(FileError):
    """A file of no length."""

    def __init__(self) -> None:
        super().__init__("This file is empty.", kept="Nothing was changed.", advice="Save it again, or choose another.")


class Locked(FileError):
    """A file behind a password."""

    def __init__(self) -> None:
        super().__init__(
            "This file is locked with a password.",
            kept="Nothing was changed.",
            advice="Open it with the password, save a copy without one, and bring that in.",
        )


class UnpacksTooLarge(FileError):
    """An archive that unpacks to far more than a book."""

    def __init__(self, most_megabytes: int) -> None:
        super().__init__(
            f"This file unpacks to more than {most_megabytes} MB, which no book does.",
            kept="Nothing was changed.",
            advice="Save it again in the program it comes from, or bring in a part of it.",
        )


class PictureTooLarge(FileError):
    """More pixels than a photo of a page can use."""

    def __init__(self, megapixels: float, most: int) -> None:
        super().__init__(
            f"This picture has {megapixels:.0f} million pixels; {most} million are plenty for a page.",
            kept="Nothing was changed.",
            advice="Save it smaller, for instance 3,000 pixels wide, and bring that in.",
        )


class WrongSettings(WordTrailError):
    """A setting that makes no sense."""

    title = "Word Trail cannot start like this"

    def __init__(self, name: str, why: str) -> None:
        super().__init__(
            f"The setting “{name}” makes no sense: {why}.",
            advice="Change it on the command line, in the environment, or in wordtrail.toml.",
        )


class AddressTaken(WordTrailError):
    """Another program listens where Word Trail should."""

    title = "Not started"

    def __init__(self, host: str, port: int) -> None:
        super().__init__(
            f"Word Trail cannot listen on {host}:{port}; another program may be there already.",
            kept="Nothing was changed.",
            advice=f"Start it with another port, for instance --port {port + 1}.",
        )


class NoNetwork(WordTrailError):
    """The machine is on no network that others could come from."""

    title = "No network was found"

    def __init__(self) -> None:
        super().__init__(
            "This computer is on no network, so nobody else can open the lesson from it.",
            kept="The link is kept and works on this computer.",
            advice="Join the network that your students are in, then switch it on again.",
        )


class NoWordsFound(FileError):
    """A file in which there is nothing to read."""

    def __init__(self) -> None:
        super().__init__(
            "No words were found in this file.",
            kept="Nothing was changed.",
            advice="If it is a photo, take it straight from above, in good light and in focus.",
        )


class TooManyReaders(WordTrailError):
    """More readers want to be followed than this computer can hear at once."""

    title = "Too many readers at once"

    def __init__(self, most: int) -> None:
        super().__init__(
            f"{most} readers are followed already; more are too many for this computer.",
            kept="Your recording goes on as it is.",
            advice="Let the guide set the light, or wait until another reader has ended.",
        )


class DamagedOnTheWay(WordTrailError):
    """What arrived is not what was sent: it has another checksum."""

    title = "Damaged on the way"

    def __init__(self) -> None:
        super().__init__(
            "A piece of the recording arrived damaged.",
            kept="It is still on your computer.",
            advice="It is sent again by itself.",
        )
