"""Every tolerance of the geometry: name, unit, value, reason.

Lengths are sheet units (1 unit = 1/96 in); parameters run from 0 to 1.
"""

NO_LENGTH = 1e-9
"""Sheet units. Shorter vectors have no direction: a billionth of a pixel is far below any
output device, and far above the rounding of coordinates up to `FARTHEST`."""

FARTHEST = 1e6
"""Sheet units. The largest coordinate accepted: 264 m, where doubles still resolve 1e-10."""

SMALLEST = 0.01
"""Sheet units. What an item can be squeezed to; it could not be pulled up again from 0."""

PARAMETER = 1e-12
"""Curve parameter. Roots this close to 0 or 1 are the ends themselves."""

RIGHT_ABOUT = 1e-9
"""Sine of an angle. Two directions this close to opposite count as opposite, so that the sign of a
turn never hangs on the last bit."""

STANDS_STILL = 1e-9
"""Part of the control polygon's length. A derivative this short has no direction to rely on."""

SAME_PLACE = 1e-6
"""Sheet units. Crossings closer than this are one, and curves this close touch: a thousandth of
what a cutter resolves, and a thousand times what doubles lose in a crossing."""
