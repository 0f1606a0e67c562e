"""What cannot be done: one error with a stable code and a sentence for the designer."""


class Refusal(Exception):
    """An edit or a question that cannot be answered; the drawing is unchanged.

    Deliberately not a `ValueError`: a schema library would swallow its code.

    Args:
        code: a stable name in snake case, for programs.
        sentence: what happened, what is safe and what to do, for the designer.
        place: the id of the item or the name of the field it is about, or empty.

    """

    def __init__(self, code: str, sentence: str, place: str = "") -> None:
        super().__init__(sentence)
        self.code = code
        self.sentence = sentence
        self.place = place
