"""Outlines of very many anchors as several that look the same."""

from collections.abc import Sequence

from buildup.contours.anchors import Contour, anchor_count
from buildup.contours.extent import box_of
from buildup.geometry.boxes import Box


def clusters(contours: Sequence[Contour]) -> list[list[Contour]]:
    """Contours in sets whose boxes lie apart, so that whatever fills one does not ask for another.

    In the order of the first of each set, and each in the order in which they were.
    """
    sets = together([box_of((c,)) for c in contours])
    return [[contours[k] for k in numbers] for numbers in sets]


def together(boxes: Sequence[Box]) -> list[list[int]]:
    """The numbers of boxes in sets that lie apart: those that meet, also by way of others.

    In the order of the first of each set, and each in the order in which they were.

    >>> together([Box(0, 0, 2, 2), Box(5, 0, 6, 1), Box(1, 1, 3, 3)])
    [[0, 2], [1]]
    """
    heads = list(range(len(boxes)))

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
    found: dict[int, list[int]] = {}
    for number in range(len(boxes)):
        found.setdefault(head(number), []).append(number)
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
