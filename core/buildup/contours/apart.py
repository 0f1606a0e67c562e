"""Outlines of very many anchors as several that look the same."""

from collections.abc import Sequence

from buildup.contours.anchors import Contour, anchor_count
from buildup.contours.extent import box_of


def clusters(contours: Sequence[Contour]) -> list[list[Contour]]:
    """Contours in sets whose boxes lie apart, so that whatever fills one does not ask for another.

    In the order of the first of each set, and each in the order in which they were.
    """
    boxes = [box_of((c,)) for c in contours]
    heads = list(range(len(contours)))

    def head(number: int) -> int:
        while heads[number] != number:
            heads[number] = heads[heads[number]]
            number = heads[number]
        return number

    active: list[int] = []
    for number in sorted(heads, key=lambda k: boxes[k].left):
        box = boxes[number]
        active = [k for k in active if boxes[k].right >= box.left]
        for other in active:
            if boxes[other].top <= box.bottom and boxes[other].bottom >= box.top:
                first, second = sorted((head(other), head(number)))
                heads[second] = first
        active.append(number)
    found: dict[int, list[Contour]] = {}
    for number, contour in enumerate(contours):
        found.setdefault(head(number), []).append(contour)
    return list(found.values())


def parted(contours: Sequence[Contour], most: int) -> list[tuple[Contour, ...]]:
    """Contours in as few outlines as look the same and have no more anchors than that each.

    What cannot be parted so has more of them.

    Args:
        contours: of an outline, none of a single point.
        most: anchors, above 0.

    >>> from buildup.contours.pathreader import read_path
    >>> path = read_path("M0 0H9V9z M2 2H5V5z M20 0H29V9z M40 0H49V9z")
    >>> [len(outline) for outline in parted(path, 6)], len(parted(path, 99))
    ([2, 2], 1)
    """
    if anchor_count(contours) <= most:
        return [tuple(contours)]
    found: list[tuple[Contour, ...]] = []
    row: list[Contour] = []
    count = 0
    for cluster in clusters(contours):
        size = anchor_count(cluster)
        if row and count + size > most:
            found.append(tuple(row))
            row, count = [], 0
        row.extend(cluster)
        count += size
    return [*found, tuple(row)]
