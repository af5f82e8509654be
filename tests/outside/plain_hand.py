"""Draws end faces by a third hand, the plainest: OpenCV's own circles, lines and polygons at three times the size, filled with one shade each, then reduced, blurred and given noise.

Shares no code with Rhabdon, nor with other_hand.py but for hand.py; graded by the same command.

    /usr/bin/python3 tests/outside/plain_hand.py FOLDER FIRST_SEED SEEDS      (Debian's python3-opencv; FOLDER is made)
    dotnet bench/Rhabdon.Bench/bin/Release/net10.0/Rhabdon.Bench.dll hand FOLDER
"""
import cv2
import numpy as np

from hand import CLADDING, PLIGHTS, PROFILES, Hand, write_all

SIZES = [(640, 480), (800, 600), (1024, 768), (1280, 1024), (2048, 1536)]
TIMES = 3
# OpenCV takes sixteenths of a pixel.
SHIFT = 4


class Face(Hand):
    SCRATCHES, WIDEST, PITS, CHIPS = 4, (3.5, 7), 5, 2

    def __init__(self, seed, profile, plight):
        self.chance = chance = np.random.default_rng([3, seed, PROFILES.index(profile), PLIGHTS.index(plight)])
        self.profile, self.plight, self.marks = profile, plight, []
        self.width, self.height = SIZES[chance.choice(5, p=[0.3, 0.25, 0.2, 0.15, 0.1])]
        self.scale = float(np.clip(chance.uniform(0.15, 0.7), 145 / self.height, 300 / self.height))
        self.x, self.y = (side / 2 + chance.uniform(-1, 1) * max(0, min(15, side * self.scale / 2 - 67)) / self.scale for side in (self.width, self.height))
        self.unit = TIMES / self.scale
        down, right = np.mgrid[0 : self.height * TIMES, 0 : self.width * TIMES].astype(np.float32)
        self.right, self.down = (right - self.enlarged(self.x)) / self.unit, (down - self.enlarged(self.y)) / self.unit
        self.radius = np.hypot(self.right, self.down)
        self.paint(profile == "mm")

    @staticmethod
    def enlarged(at):
        return at * TIMES + (TIMES - 1) / 2

    def at(self, x, y):
        return int(round((self.enlarged(self.x) + x * self.unit) * 16)), int(round((self.enlarged(self.y) + y * self.unit) * 16))

    def circle(self, image, x, y, radius, shade):
        cv2.circle(image, self.at(x, y), max(1, int(round(radius * self.unit * 16))), float(shade), -1, cv2.LINE_8, SHIFT)

    def polygon(self, points):
        mask = self.nothing()
        cv2.fillPoly(mask, [np.array([self.at(*p) for p in points], np.int32).reshape(-1, 1, 2)], 1, cv2.LINE_8, SHIFT)
        return mask

    def nothing(self):
        return np.zeros(self.radius.shape, np.uint8)

    def paint(self, multimode):
        """One shade each for ferrule, ring, glass and core; grain and a few pores on the ferrule."""
        chance = self.chance
        glass, ferrule = chance.uniform(90, 190), chance.uniform(60, 210)
        ferrule = glass + 25 if abs(ferrule - glass) < 18 else ferrule
        grain = cv2.GaussianBlur(chance.normal(size=(self.height, self.width)).astype(np.float32), (0, 0), 0.3 + chance.uniform(0.4, 1) / self.scale)
        self.image = ferrule + chance.uniform(1, 7) * cv2.resize(grain / grain.std(), (self.width * TIMES, self.height * TIMES))
        for _ in range(chance.integers(0, 60)):
            self.circle(self.image, *self.on_ring(np.sqrt(chance.uniform(66**2, 200**2))), chance.uniform(0.4, 1.2), ferrule * chance.uniform(0.4, 0.9))
        self.ring = chance.uniform(0.5, 4)
        self.core = float(chance.choice([25, 31.25]) if multimode else chance.uniform(4, 4.8))
        self.circle(self.image, 0, 0, CLADDING + self.ring, chance.uniform(15, 70))
        self.circle(self.image, 0, 0, CLADDING, glass)
        self.circle(self.image, 0, 0, self.core, np.clip(glass + chance.choice([-1, 1, 1]) * chance.uniform(8, 50), 5, 250))
        self.in_glass = self.nothing()
        self.circle(self.in_glass, 0, 0, CLADDING, 1)

    def on_ring(self, radius):
        turn = self.chance.uniform(0, 2 * np.pi)
        return radius * np.cos(turn), radius * np.sin(turn)

    def anywhere(self, within):
        return self.on_ring(within * np.sqrt(self.chance.uniform()))

    def put(self, kind, mask, shade, blur=0.0, line=None):
        """A patch is as large as what of it is more than half covered; a line is as wide as it was drawn."""
        cover = cv2.GaussianBlur(mask.astype(np.float32), (0, 0), blur * self.unit) if blur else mask.astype(np.float32)
        inside = cover > 0.5
        if not inside.any():
            return
        path, size = line or ([(self.right[inside].mean(), self.down[inside].mean())], 2 * np.sqrt(inside.sum() / self.unit**2 / np.pi))
        nearest = max(0, self.radius[inside].min() - 0.5 / self.unit)
        self.image = self.image + shade * cover
        self.marks.append({"kind": kind, "path": [[float(x), float(y)] for x, y in path], "size": float(size), "depth": float(shade / 255), "nearest": float(nearest)})

    def line(self, kind, along, across, width, shade, on_glass):
        turn, mask, thick = self.chance.uniform(0, np.pi), self.nothing(), max(1, int(round(width * self.unit)))
        path = [(a * np.cos(turn) - c * np.sin(turn), a * np.sin(turn) + c * np.cos(turn)) for a, c in zip(along, across)]
        cv2.polylines(mask, [np.array([self.at(*p) for p in path], np.int32).reshape(-1, 1, 2)], False, 1, thick, cv2.LINE_8, SHIFT)
        self.put(kind, mask & self.in_glass if on_glass else mask, shade, line=(path, thick / self.unit))

    def ragged(self, at, size, corners, rough):
        turns = np.sort(self.chance.uniform(0, 2 * np.pi, corners))
        radii = size / 2 * (1 + rough * self.chance.normal(size=corners)).clip(0.35, 1.8)
        return self.polygon(zip(at[0] + radii * np.cos(turns), at[1] + radii * np.sin(turns)))

    def scratch(self, width):
        chance = self.chance
        aside, half, shift = chance.uniform(-50, 50), chance.uniform(7, 45), chance.uniform(-30, 30)
        self.line("scratch", (shift - half, shift + half), (aside, aside), width, chance.choice([-1, -1, 1]) * chance.uniform(18, 70), chance.random() < 0.5)

    def pit(self):
        mask, size = self.nothing(), self.chance.uniform(1.5, 8)
        axes = tuple(max(1, int(size / 2 * self.unit * 16 * stretch)) for stretch in (1, self.chance.uniform(0.75, 1)))
        cv2.ellipse(mask, self.at(*self.anywhere(56)), axes, self.chance.uniform(0, 180), 0, 360, 1, -1, cv2.LINE_8, SHIFT)
        self.put("pit", mask, -self.chance.uniform(30, 100))

    def dirt(self):
        chance, at, mask = self.chance, self.anywhere(70), self.nothing()
        if chance.random() < 0.5:
            mask = self.ragged(at, chance.uniform(4, 22), chance.integers(7, 14), 0.35)
        else:
            for _ in range(chance.integers(3, 9)):
                self.circle(mask, at[0] + chance.normal() * 3, at[1] + chance.normal() * 3, chance.uniform(0.7, 3), 1)
        self.put("loose-dirt", mask, -chance.uniform(40, 120), chance.uniform(0.15, 0.5))

    def film(self):
        chance = self.chance
        self.put("film", self.ragged(self.anywhere(45), chance.uniform(30, 80), 9, 0.2), chance.choice([-1, 1]) * chance.uniform(9, 25), chance.uniform(2, 5))

    def adhesive(self):
        chance, bow = self.chance, np.sin(np.linspace(0.15, np.pi - 0.15, 25))
        turns = chance.uniform(0, 2 * np.pi) + chance.uniform(0.2, 0.9) * np.linspace(-0.5, 0.5, 25)
        deep = chance.uniform(3, 12)
        radii = np.concatenate([CLADDING - deep * bow * (1 + 0.15 * chance.normal(size=25)), (CLADDING + self.ring + 0.4 * deep * bow)[::-1]])
        turns = np.concatenate([turns, turns[::-1]])
        self.put("adhesive", self.polygon(zip(radii * np.cos(turns), radii * np.sin(turns))), -chance.uniform(20, 70), chance.uniform(0.2, 1))

    def chip(self):
        chance, size = self.chance, self.chance.uniform(5, 18)
        self.put("chip", self.ragged(self.on_ring(CLADDING - 0.2 * size), size, chance.integers(6, 10), 0.15) & self.in_glass, -chance.uniform(40, 110))

    def crack(self):
        chance, aside, bends = self.chance, self.chance.uniform(-30, 30), self.chance.integers(6, 16)
        half = np.sqrt(CLADDING**2 - aside**2)
        along = np.linspace(-half, half if chance.random() < 0.6 else 0, bends)
        self.line("crack", along, aside + chance.normal(size=bends) * chance.uniform(1.2, 4), chance.uniform(0.8, 2.5), -chance.uniform(35, 100), on_glass=True)

    def seen(self):
        """Light aslant and falling off, the lens, a camera's noise."""
        chance = self.chance
        image = cv2.resize(self.image.astype(np.float32), (self.width, self.height), interpolation=cv2.INTER_AREA)
        down, right = np.mgrid[-0.5 : 0.5 : self.height * 1j, -0.5 : 0.5 : self.width * 1j].astype(np.float32)
        image *= 1 + chance.uniform(-0.15, 0.15) * right + chance.uniform(-0.15, 0.15) * down - chance.uniform(0, 0.25) * (right**2 + down**2)
        image = cv2.GaussianBlur(image, (0, 0), max(0.35, chance.uniform(0.3, 1) / self.scale)) + chance.normal(size=image.shape) * chance.uniform(0.8, 4)
        return np.clip(np.round(image), 0, 255).astype(np.uint8), int(chance.choice([0, 0, 75, 85, 92]))


if __name__ == "__main__":
    write_all(Face)
