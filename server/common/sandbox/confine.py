"""What a process that reads strangers' files may not do: connect, start programs, write files.

And what it may use: so much memory, processor and time, all held by the kernel.
"""

import ctypes
import errno
import platform
import resource
import signal
import struct
from dataclasses import dataclass

_NUMBERS = {"x86_64": (0xC000003E, 41, 59, 322), "aarch64": (0xC00000B7, 198, 221, 281)}
"""By machine: what the kernel calls it (linux/audit.h), and its numbers of the calls `socket`,
`execve` and `execveat` (asm/unistd.h)."""
_NO_NEW_PRIVILEGES, _SECCOMP, _FILTER = 38, 22, 2
"""prctl(2)."""
_LOAD, _EQUALS, _RETURN = 0x20, 0x15, 0x06
"""Classic BPF (linux/bpf_common.h): load a word, jump where it is equal, return."""
_ALLOW, _DENY = 0x7FFF0000, 0x00050000 | errno.EPERM
"""seccomp(2): SECCOMP_RET_ALLOW, and SECCOMP_RET_ERRNO with what the caller is told."""


@dataclass(frozen=True)
class Limits:
    """What one job may use.

    Args:
        memory: bytes, besides what is loaded already.
        processor: seconds.
        clock: seconds.
    """

    memory: int = 1 << 30
    processor: int = 15
    clock: float = 20.0


def never_outside() -> None:
    """From here on this process and its children open no socket and start no program.

    Raises:
        OSError: the kernel does not bar it, or this kind of machine is not known here.
    """
    if platform.machine() not in _NUMBERS:
        raise OSError(errno.ENOSYS, f"no numbers of calls for {platform.machine()}")
    machine, *barred = _NUMBERS[platform.machine()]
    steps = [(_LOAD, 0, 0, 4), (_EQUALS, 0, len(barred) + 1, machine), (_LOAD, 0, 0, 0)]
    for left, number in enumerate(barred):
        steps.append((_EQUALS, len(barred) - left, 0, number))
    steps += [(_RETURN, 0, 0, _ALLOW), (_RETURN, 0, 0, _DENY)]
    program = b"".join(struct.pack("=HBBI", *step) for step in steps)
    held = ctypes.create_string_buffer(program)
    filters = struct.pack("HxxxxxxP", len(steps), ctypes.addressof(held))
    libc = ctypes.CDLL(None, use_errno=True)
    for words in ((_NO_NEW_PRIVILEGES, 1, 0, 0, 0), (_SECCOMP, _FILTER, filters, 0, 0)):
        if libc.prctl(*words) != 0:
            raise OSError(ctypes.get_errno(), "the kernel does not confine this process")


def limit(limits: Limits) -> None:
    """From here on this process may use so much; the kernel ends it where it goes on."""
    with open("/proc/self/statm", encoding="ascii") as facts:
        loaded = int(facts.read().split()[0]) * resource.getpagesize()
    resource.setrlimit(resource.RLIMIT_AS, (loaded + limits.memory,) * 2)
    resource.setrlimit(resource.RLIMIT_CPU, (limits.processor,) * 2)
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    signal.signal(signal.SIGALRM, signal.SIG_DFL)
    signal.setitimer(signal.ITIMER_REAL, limits.clock)
