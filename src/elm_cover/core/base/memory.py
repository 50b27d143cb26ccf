"""What was made before, by what it was made from: the least used goes first where the kept grow too large."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import update_wrapper
from threading import Lock
from typing import Any, Generic, ParamSpec, TypeVar

Key = TypeVar("Key", bound=Hashable)
Made = TypeVar("Made")
Asked = ParamSpec("Asked")


class Memory(Generic[Key, Made]):
    """Keeps what was made, bounded in bytes; safe between threads.

    Two threads that ask for the same thing at once both make it: what is kept must be frozen data that nobody changes.
    """

    def __init__(self, most_bytes: int, weigh: Callable[[Made], int]) -> None:
        """weigh: how many bytes one of them holds."""
        self.most_bytes = most_bytes
        self._weigh = weigh
        self._kept: OrderedDict[Key, tuple[Made, int]] = OrderedDict()
        self._lock = Lock()
        self._bytes = 0

    @property
    def bytes_kept(self) -> int:
        """How much is kept now."""
        return self._bytes

    def get(self, key: Key, make: Callable[[], Made], key_bytes: int = 0) -> Made:
        """What was made of this key, made now where it is not kept. What alone is larger than the bound is not kept.

        key_bytes: what the key itself keeps alive.
        """
        with self._lock:
            found = self._kept.get(key)
            if found is not None:
                self._kept.move_to_end(key)
                return found[0]
        made = make()
        weight = self._weigh(made) + key_bytes
        with self._lock:
            if key not in self._kept and weight <= self.most_bytes:
                self._kept[key] = (made, weight)
                self._bytes += weight
                while self._bytes > self.most_bytes:
                    _, (_, gone) = self._kept.popitem(last=False)
                    self._bytes -= gone
        return made

    def clear(self) -> None:
        """Forgets all."""
        with self._lock:
            self._kept.clear()
            self._bytes = 0


class Remembered(Generic[Asked, Made]):
    """A function whose answers are kept by what it was asked."""

    def __init__(
        self, asked: Callable[Asked, Made], memory: Memory[Any, Made], key_bytes: Callable[..., int] | None
    ) -> None:
        self._asked, self._key_bytes = asked, key_bytes
        self.memory = memory
        self.cache_clear = memory.clear
        update_wrapper(self, asked)

    def __call__(self, *args: Asked.args, **kwargs: Asked.kwargs) -> Made:
        """The answer, kept or made."""
        key = (args, tuple(kwargs.items()))
        held = 0 if self._key_bytes is None else self._key_bytes(*args, **kwargs)
        return self.memory.get(key, lambda: self._asked(*args, **kwargs), held)


def remembered(
    most_bytes: int, weigh: Callable[[Any], int], key_bytes: Callable[..., int] | None = None
) -> Callable[[Callable[Asked, Made]], Remembered[Asked, Made]]:
    """Keeps a function's answers, bounded in bytes. weigh: how many bytes an answer holds; key_bytes: what it was asked."""

    def of(asked: Callable[Asked, Made]) -> Remembered[Asked, Made]:
        return Remembered(asked, Memory(most_bytes, weigh), key_bytes)

    return of


class Itself:
    """A thing as a key: the same only as itself. It keeps the thing, so that no other takes its place."""

    __slots__ = ("thing",)

    def __init__(self, thing: Any) -> None:
        self.thing = thing

    def __hash__(self) -> int:
        return id(self.thing)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Itself) and other.thing is self.thing
