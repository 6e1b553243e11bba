"""What speech sounds are in the air: a small neural network that hears phones, not words.

The network (four Conformer blocks of 144 channels, trained with connectionist temporal
classification on many languages) ships inside the `hama` wheel under the Apache licence. It is
computed here with numpy because the wheel's own engine runs at 5 × real time on one core and stops
at 30 s; this is the same arithmetic at about 60 ×. A test holds the two together.

Sources: Gulati et al., "Conformer: Convolution-augmented Transformer for Speech Recognition"
(2020); Graves et al., "Connectionist Temporal Classification" (2006).
"""

from __future__ import annotations

import struct
from dataclasses import dataclass
from functools import lru_cache
from importlib import resources

import hama
import numpy as np
import numpy.typing as npt

from wordtrail.core.speech.spectrum import power_spectrum

Matrix = npt.NDArray[np.float32]

FRAME = 320
"""Samples (at 16 000 a second) between two frames of the network's answer: 20 ms."""

LONGEST = 30 * 16_000
"""Samples the network was made to hear at once."""

_CHANNELS, _HEADS, _BLOCKS, _KERNEL = 144, 4, 4, 31
_FLOOR = 1e-10
_FIRST_PRODUCT, _FIRST_KERNEL, _PRODUCTS_PER_BLOCK, _KERNELS_PER_BLOCK = 829, 804, 9, 3
"""The names the weights were exported with count up by these."""


def tokens() -> tuple[str, ...]:
    """The network's answers, in the order of its columns: IPA signs, word boundary, and blank."""
    return (*hama.Vocabulary.load(None).decoder, "<wb>", "<blank>")


def phone_log_probabilities(samples: npt.NDArray[np.float32]) -> Matrix:
    """The log probability of each token in each 20 ms: shape (frames, tokens).

    `samples` are mono at 16 000 a second, between 25 ms and 30 s of them.
    """
    network = _network()
    hidden = _front(_log_mel(samples, network.mel), network)
    for block in network.blocks:
        hidden = _conformer(hidden, block)
    return _log_softmax(hidden @ network.out + network.out_bias)


@dataclass(frozen=True, slots=True)
class _Norm:
    weight: Matrix
    bias: Matrix

    def __call__(self, x: Matrix) -> Matrix:
        centred = x - x.mean(axis=1, keepdims=True)
        scale = np.sqrt(np.einsum("tc,tc->t", centred, centred)[:, None] / x.shape[1] + np.float32(1e-5))
        normed: Matrix = centred / scale * self.weight + self.bias
        return normed


@dataclass(frozen=True, slots=True)
class _Feed:
    norm: _Norm
    up: Matrix
    up_bias: Matrix
    down: Matrix
    down_bias: Matrix

    def __call__(self, x: Matrix) -> Matrix:
        return _swish(self.norm(x) @ self.up + self.up_bias) @ self.down + self.down_bias


@dataclass(frozen=True, slots=True)
class _Attention:
    norm: _Norm
    into: Matrix
    into_bias: Matrix
    out: Matrix
    out_bias: Matrix

    def __call__(self, x: Matrix) -> Matrix:
        size = _CHANNELS // _HEADS
        parts = (self.norm(x) @ self.into + self.into_bias).reshape(len(x), 3, _HEADS, size)
        query, key, value = (np.ascontiguousarray(parts[:, i].transpose(1, 0, 2)) for i in range(3))
        weights = query @ key.transpose(0, 2, 1)
        weights *= np.float32(size**-0.5)
        weights -= weights.max(axis=2, keepdims=True)
        np.exp(weights, out=weights)
        weights /= weights.sum(axis=2, keepdims=True)
        heads = (weights @ value).transpose(1, 0, 2).reshape(len(x), _CHANNELS)
        return heads @ self.out + self.out_bias


@dataclass(frozen=True, slots=True)
class _Convolution:
    norm: _Norm
    into: Matrix
    into_bias: Matrix
    kernel: Matrix
    kernel_bias: Matrix
    out: Matrix
    out_bias: Matrix

    def __call__(self, x: Matrix) -> Matrix:
        both = self.norm(x) @ self.into + self.into_bias
        gated = both[:, :_CHANNELS] * _sigmoid(both[:, _CHANNELS:])
        half = _KERNEL // 2
        wide = np.pad(gated, ((half, half), (0, 0)))
        mixed = np.broadcast_to(self.kernel_bias, x.shape).copy()
        for shift in range(_KERNEL):
            mixed += wide[shift : shift + len(x)] * self.kernel[shift]
        return _swish(mixed) @ self.out + self.out_bias


@dataclass(frozen=True, slots=True)
class _Block:
    feed_before: _Feed
    attention: _Attention
    convolution: _Convolution
    feed_after: _Feed
    norm: _Norm


@dataclass(frozen=True, slots=True)
class _Network:
    mel: Matrix
    front: Matrix
    front_bias: Matrix
    blocks: tuple[_Block, ...]
    out: Matrix
    out_bias: Matrix


def _log_mel(samples: npt.NDArray[np.float32], mel: Matrix) -> Matrix:
    levels: Matrix = np.log(np.maximum(power_spectrum(samples) @ mel, np.float32(_FLOOR)))
    return levels


def _front(log_mel: Matrix, network: _Network) -> Matrix:
    """Every second frame with its neighbours, as 144 channels."""
    wide = np.pad(log_mel, ((1, 1), (0, 0)))
    count = (len(log_mel) + 1) // 2
    three = np.concatenate([wide[shift::2][:count] for shift in range(3)], axis=1)
    return _gelu(three @ network.front + network.front_bias)


def _conformer(x: Matrix, block: _Block) -> Matrix:
    x = x + np.float32(0.5) * block.feed_before(x)
    x = x + block.attention(x)
    x = x + block.convolution(x)
    x = x + np.float32(0.5) * block.feed_after(x)
    return block.norm(x)


def _sigmoid(x: Matrix) -> Matrix:
    shares: Matrix = np.float32(0.5) * (np.tanh(np.float32(0.5) * x) + np.float32(1.0))
    return shares


def _swish(x: Matrix) -> Matrix:
    return x * _sigmoid(x)


def _gelu(x: Matrix) -> Matrix:
    """Hendrycks & Gimpel (2016), by their approximation with tanh: within 0.001 of the exact one."""
    passed: Matrix = np.float32(0.5) * x * (1 + np.tanh(np.float32(0.7978845608) * (x + np.float32(0.044715) * x**3)))
    return passed


def _log_softmax(x: Matrix) -> Matrix:
    x = x - x.max(axis=1, keepdims=True)
    logs: Matrix = x - np.log(np.exp(x).sum(axis=1, keepdims=True))
    return logs


@lru_cache(maxsize=1)
def _network() -> _Network:
    weights = _weights(resources.files("hama.assets").joinpath("asr_waveform.hama").read_bytes())
    front = weights["onnx::Conv_801"]
    prefix = "acoustic_model.model"
    return _Network(
        mel=weights["mel_fb"],
        front=np.ascontiguousarray(front.transpose(2, 1, 0).reshape(-1, _CHANNELS)),
        front_bias=weights["onnx::Conv_802"],
        blocks=tuple(_block(weights, index, f"{prefix}.blocks.{index}.") for index in range(_BLOCKS)),
        out=np.ascontiguousarray(weights[f"{prefix}.proj.weight"][:, :, 0].T),
        out_bias=weights[f"{prefix}.proj.bias"],
    )


def _block(weights: dict[str, Matrix], index: int, prefix: str) -> _Block:
    first = _FIRST_PRODUCT + _PRODUCTS_PER_BLOCK * index
    kernel = _FIRST_KERNEL + _KERNELS_PER_BLOCK * index

    def named(name: str) -> Matrix:
        return weights[prefix + name]

    def product(offset: int) -> Matrix:
        return weights[f"onnx::MatMul_{first + offset}"]

    def pointwise(name: str) -> Matrix:
        return np.ascontiguousarray(named(name)[:, :, 0].T)

    def norm(name: str) -> _Norm:
        return _Norm(named(f"{name}.weight"), named(f"{name}.bias"))

    def feed(name: str, offset: int) -> _Feed:
        return _Feed(
            norm(f"{name}.norm"), product(offset), named(f"{name}.fc1.bias"), product(offset + 1),
            named(f"{name}.fc2.bias"),
        )  # fmt: skip

    return _Block(
        feed_before=feed("ffn1", 0),
        attention=_Attention(
            norm("attn_norm"), product(2), named("attn.in_proj_bias"), product(6), named("attn.out_proj.bias")
        ),
        convolution=_Convolution(
            norm("conv.norm"),
            pointwise("conv.pointwise1.weight"),
            named("conv.pointwise1.bias"),
            np.ascontiguousarray(weights[f"onnx::Conv_{kernel}"][:, 0].T),
            weights[f"onnx::Conv_{kernel + 1}"],
            pointwise("conv.pointwise2.weight"),
            named("conv.pointwise2.bias"),
        ),
        feed_after=feed("ffn2", 7),
        norm=norm("norm"),
    )


def _weights(pack: bytes) -> dict[str, Matrix]:
    """The arrays of a weight file: a table of (name, 32- or 16-bit, shape, offset, size), then the
    numbers, which begin at the next multiple of 16."""
    (count,) = struct.unpack_from("<I", pack, 8)
    at = 12
    table: list[tuple[str, int, tuple[int, ...], int]] = []
    for _ in range(count):
        (length,) = struct.unpack_from("<H", pack, at)
        name = pack[at + 2 : at + 2 + length].decode()
        at += 2 + length
        half, axes = pack[at], pack[at + 1]
        shape = struct.unpack_from(f"<{axes}I", pack, at + 2)
        (offset,) = struct.unpack_from("<Q", pack, at + 2 + 4 * axes)
        at += 2 + 4 * axes + 16
        table.append((name, half, shape, offset))
    base = (at + 15) // 16 * 16
    kinds = (np.dtype("<f4"), np.dtype("<f2"))
    return {
        name: np.frombuffer(pack, kinds[half], int(np.prod(shape)), base + offset).reshape(shape).astype(np.float32)
        for name, half, shape, offset in table
    }
