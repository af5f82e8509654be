"""Draws end faces by another hand than Core/EndFaces/Drawing, with other ideas of light, edges and marks: what the grader was not made beside.

Shares no code with Rhabdon: numpy for the shapes, OpenCV for the lens and the files. hand.py tells what lies beside a picture.

    /usr/bin/python3 tests/outside/other_hand.py FOLDER FIRST_SEED SEEDS      (Debian's python3-opencv; FOLDER is made)
    dotnet bench/Rhabdon.Bench/bin/Release/net10.0/Rhabdon.Bench.dll hand FOLDER
"""
import cv2
import numpy as np

from hand import CLADDING, PLIGHTS, PROFILES, Hand, write_all

SIZES = [(640, 480), (800, 600), (1024, 768), (1280, 960), (1600, 1200)]


def cloud(chance, shape, sigma):
    """Noise with features of about sigma pixels, one standard deviation high."""
    noise = cv2.GaussianBlur(chance.standard_normal(shape).astype(np.float32), (0, 0), max(0.3, sigma))
    return noise / noise.std()


def share(depth, edge):
    """How much of an edge has been crossed this deep behind it, eased at both ends."""
    t = np.clip(depth / edge + 0.5, 0, 1)
    return t * t * (3 - 2 * t)


class Face(Hand):
    SCRATCHES, WIDEST, PITS, CHIPS = 5, (3.4, 7), 6, 1

    def __init__(self, seed, profile, plight):
        self.chance = chance = np.random.default_rng([seed, PROFILES.index(profile), PLIGHTS.index(plight)])
        self.profile, self.plight, self.marks = profile, plight, []
        self.width, self.height = SIZES[chance.choice(5, p=[0.3, 0.2, 0.25, 0.15, 0.1])]
        self.scale = min(max(chance.uniform(0.15, 0.7), 140 / self.height), 330 / self.height)
        self.x, self.y = (side / 2 + chance.uniform(-1, 1) * max(0, min(25, side * self.scale / 2 - 66)) / self.scale for side in (self.width, self.height))
        down, right = np.mgrid[0:self.height, 0:self.width].astype(np.float32)
        self.right, self.down = (right - self.x) * self.scale, (down - self.y) * self.scale
        self.radius = np.hypot(self.right, self.down)
        self.paint()

    def cloud(self, size):
        return cloud(self.chance, (self.height, self.width), size / self.scale)

    def paint(self):
        """Glass with its core, the adhesive's ring, the ferrule with its grain and pores."""
        chance, multimode = self.chance, self.profile == "mm"
        glass = chance.uniform(0.3, 0.65)
        self.core = float(chance.choice([25, 25, 31.25]) if multimode else chance.uniform(4.1, 4.9))
        step = chance.choice([-1, 1, 1]) * chance.uniform(0.03, 0.3)
        from_core = np.hypot(self.right - chance.uniform(-0.4, 0.4), self.down - chance.uniform(-0.4, 0.4))
        if chance.random() < 0.3:
            core = np.exp(-((from_core / self.core) ** 2) * 1.2)
        elif multimode and chance.random() < 0.5:
            core = np.clip(1 - (from_core / self.core) ** 2, 0, 1)
        else:
            core = share(self.core - from_core, max(self.scale, chance.uniform(0.2, 1.2)))
        ferrule = np.clip(glass + chance.choice([-1, 1]) * chance.uniform(0.06, 0.3), 0.12, 0.9)
        grain = ferrule + chance.uniform(0.003, 0.035) * self.cloud(chance.uniform(0.8, 3))
        pores = (chance.random((self.height, self.width)) < chance.uniform(0, 1.5e-3) * self.scale**2).astype(np.float32)
        grain = grain - chance.uniform(0.3, 1) * cv2.GaussianBlur(pores, (0, 0), max(0.5, chance.uniform(0.4, 1) / self.scale)) * 3
        self.ring = chance.uniform(0.2, 5) if chance.random() < 0.7 else chance.uniform(0.1, 1)
        outer = CLADDING + self.ring + (0.25 * self.cloud(12) if chance.random() < 0.4 else 0)
        adhesive = chance.uniform(0.03, 0.35) if chance.random() < 0.85 else min(0.95, max(glass, ferrule) + 0.15)
        self.in_glass = share(CLADDING - self.radius, self.scale)
        in_ring = share(outer - self.radius, max(self.scale, chance.uniform(0.2, 0.8)))
        self.image = (glass + step * core) * self.in_glass + (1 - self.in_glass) * (adhesive * in_ring + grain * (1 - in_ring))

    def anywhere(self, within):
        turn, radius = self.chance.uniform(0, 2 * np.pi), np.sqrt(self.chance.uniform(0, within * within))
        return radius * np.cos(turn), radius * np.sin(turn)

    def depth(self, least=0.08, most=0.35):
        return self.chance.uniform(least, most)

    def put(self, kind, path, size, nearest, cover, depth):
        self.image = np.clip(self.image + depth * cover, 0.01, 1.2)
        self.marks.append({"kind": kind, "path": [[float(x), float(y)] for x, y in path], "size": float(size), "depth": float(depth), "nearest": float(nearest)})

    def put_patch(self, kind, cover, depth, shown=None):
        """A patch is as large as what of it is more than half covered."""
        inside = cover > 0.5
        if inside.any():
            size = 2 * np.sqrt(inside.sum() * self.scale**2 / np.pi)
            middle = (self.right[inside].mean(), self.down[inside].mean())
            self.put(kind, [middle], size, max(0, self.radius[inside].min() - self.scale / 2), cover if shown is None else shown, depth)

    def line(self, path, width, edge):
        """Cover of a line and how near it comes to the center; an edge of None for the cut of a bell."""
        away, nearest = np.full_like(self.image, 1e9), 1e9
        for (ax, ay), (bx, by) in zip(path, path[1:]):
            vx, vy = bx - ax, by - ay
            long = vx * vx + vy * vy + 1e-9
            t = np.clip(((self.right - ax) * vx + (self.down - ay) * vy) / long, 0, 1)
            away = np.minimum(away, np.hypot(self.right - ax - t * vx, self.down - ay - t * vy))
            t = np.clip(-(ax * vx + ay * vy) / long, 0, 1)
            nearest = min(nearest, np.hypot(ax + t * vx, ay + t * vy))
        cover = np.exp(-(away**2) / (2 * (width / 2.355) ** 2)) if edge is None else share(width / 2 - away, max(self.scale, edge)) * min(1, width / max(self.scale, edge))
        return cover, max(0, nearest - width / 2)

    def patch(self, size, rough, at, edge, stretch=1.0):
        chance, turn = self.chance, self.chance.uniform(0, np.pi)
        right, down = self.right - at[0], self.down - at[1]
        along, across = (right * np.cos(turn) + down * np.sin(turn)) / np.sqrt(stretch), (-right * np.sin(turn) + down * np.cos(turn)) * np.sqrt(stretch)
        angle = np.arctan2(across, along)
        outline = np.clip(1 + sum(rough * chance.normal() / k * np.cos(k * angle + chance.uniform(0, 6.3)) for k in range(2, 12)), 0.3, 2)
        return share(size / 2 * outline - np.hypot(along, across), max(self.scale, edge))

    def scratch(self, width):
        chance = self.chance
        turn, aside, half, shift = chance.uniform(0, np.pi), chance.uniform(-50, 50), chance.uniform(12, 75), chance.uniform(-25, 25)
        t = np.linspace(-1, 1, 15)
        bow = chance.uniform(-0.1, 0.1) * half if chance.random() < 0.4 else 0
        path = [(a * np.cos(turn) - c * np.sin(turn), a * np.sin(turn) + c * np.cos(turn)) for a, c in zip(shift + half * t, aside + bow * t * t)]
        cover, nearest = self.line(path, width, None if chance.random() < 0.5 else chance.uniform(0, 0.4) * width)
        if chance.random() < 0.35:
            cover = cover * self.in_glass
        if chance.random() < 0.3:
            cover = cover * np.clip(0.75 + 0.4 * self.cloud(6), 0.25, 1)
        self.put("scratch", path, width, nearest, cover, self.depth(0.06, 0.3) * (1 if chance.random() < 0.3 else -1))

    def pit(self):
        chance, at, size = self.chance, self.anywhere(57), self.chance.uniform(1.2, 8)
        cover = self.patch(size, chance.uniform(0, 0.12), at, chance.uniform(0, 0.25) * size, chance.uniform(1, 1.4))
        shown = cover
        if chance.random() < 0.25 and size > 2.5:
            shown = cover - 0.25 * self.patch(size, 0.05, (at[0] + 0.25 * size, at[1] - 0.25 * size), 0.5 * size) * (1 - cover)
        self.put_patch("pit", cover, self.depth(0.1, 0.45) * (1 if chance.random() < 0.1 else -1), shown)

    def dirt(self):
        chance, at, size, form = self.chance, self.anywhere(75), self.chance.uniform(3, 20), self.chance.random()
        if form < 0.35:
            grains = [(at[0] + chance.normal() * size * 0.25, at[1] + chance.normal() * size * 0.25) for _ in range(chance.integers(3, 8))]
            cover = np.maximum.reduce([self.patch(size * chance.uniform(0.25, 0.6), 0.2, grain, 0.6) for grain in grains])
        elif form < 0.8:
            cover = self.patch(size, chance.uniform(0.25, 0.5), at, chance.uniform(0.4, 1.2), chance.uniform(1, 2.5))
        else:
            cover = share((1 - np.hypot(self.right - at[0], self.down - at[1]) / (size * 0.6)) * 2 + 0.5 * self.cloud(size * 0.14), 0.4)
        shown = cover
        if chance.random() < 0.4:
            shown = cover - chance.uniform(0.3, 1) * np.clip(cv2.GaussianBlur(cover, (0, 0), 0.8 / self.scale) - cover, 0, 1)
        self.put_patch("loose-dirt", cover, -self.depth(0.15, 0.5), shown)

    def film(self):
        chance = self.chance
        cover = self.patch(chance.uniform(25, 90), 0.25, self.anywhere(45), chance.uniform(3, 10), chance.uniform(1, 2.2))
        shown = cover * np.clip(0.8 + 0.25 * self.cloud(chance.uniform(3, 8)), 0, 1.4) if chance.random() < 0.5 else cover
        self.put_patch("film", cover, chance.choice([-1, 1]) * chance.uniform(0.035, 0.11), shown)

    def adhesive(self):
        chance = self.chance
        turn, span, deep = chance.uniform(-np.pi, np.pi), chance.uniform(0.15, 0.7), chance.uniform(3, 18)
        if chance.random() < 0.6:
            off = np.angle(np.exp(1j * (np.arctan2(self.down, self.right) - turn)))
            crescent = np.clip(1 - (off / span) ** 2, 0, 1) ** 0.5 * (1 + 0.2 * self.cloud(8))
            inner, outer = CLADDING - deep * crescent * chance.uniform(0.6, 1), CLADDING + self.ring + deep * crescent * chance.uniform(0.1, 1)
            cover = share(np.minimum(self.radius - inner, outer - self.radius), chance.uniform(0.4, 2)) * (crescent > 0)
        else:
            at = CLADDING + self.ring / 2 + chance.uniform(-0.3, 0.3) * deep
            cover = self.patch(deep * 1.6, 0.25, (at * np.cos(turn), at * np.sin(turn)), chance.uniform(0.6, 2), chance.uniform(1, 2))
        self.put_patch("adhesive", cover, -chance.uniform(0.08, 0.3))

    def chip(self):
        chance, size, turn = self.chance, self.chance.uniform(4, 18), self.chance.uniform(0, 6.3)
        at = CLADDING - size * chance.uniform(0.1, 0.45)
        cover = self.patch(size, chance.uniform(0.05, 0.15), (at * np.cos(turn), at * np.sin(turn)), chance.uniform(0, 0.5), chance.uniform(1, 1.6)) * self.in_glass
        self.put_patch("chip", cover, -self.depth(0.15, 0.5))

    def crack(self):
        chance, turn, aside, bends = self.chance, self.chance.uniform(0, np.pi), self.chance.uniform(-30, 30), self.chance.integers(9, 26)
        half = np.sqrt(CLADDING**2 - aside**2)
        across = np.cumsum(chance.normal(0, 2.2, bends)) * 0.6 + chance.normal(0, 1.2, bends)
        across += aside - across.mean()
        low, high = (-1, 1) if chance.random() < 0.6 else (chance.uniform(-1, -0.3), chance.uniform(0.3, 1))
        along = half * np.linspace(low, high, bends)
        path = [(a * np.cos(turn) - c * np.sin(turn), a * np.sin(turn) + c * np.cos(turn)) for a, c in zip(along, across)]
        width = chance.uniform(0.8, 2.6)
        cover, nearest = self.line(path, width, self.scale)
        self.put("crack", path, width, nearest, cover * self.in_glass, -self.depth(0.15, 0.45))

    def seen(self):
        """The light on the face, the lens, a camera that may sharpen, its noise, its curve."""
        chance, turn = self.chance, self.chance.uniform(0, 6.3)
        light = 1 + chance.uniform(0, 0.001) * (self.right * np.cos(turn) + self.down * np.sin(turn))
        light *= 1 - chance.uniform(0, 0.25) * (self.radius / 200) ** 2
        image = cv2.GaussianBlur(self.image * light, (0, 0), max(0.3, chance.uniform(0.3, 1.1) / self.scale))
        if chance.random() < 0.3:
            image = 0.6 * image + 0.4 * cv2.filter2D(image, -1, np.array([[0, -0.5, 0], [-0.5, 3, -0.5], [0, -0.5, 0]], np.float32))
        image = image + chance.uniform(0.003, 0.018) * np.sqrt(np.clip(image, 0.05, 1) / 0.5) * chance.standard_normal(image.shape)
        if chance.random() < 0.25:
            image = np.clip(image, 0, 1) ** chance.uniform(0.75, 1.3)
        return np.clip(np.round(image * 255), 0, 255).astype(np.uint8), int(chance.choice([0, 0, 70, 80, 90, 95]))


if __name__ == "__main__":
    write_all(Face)
