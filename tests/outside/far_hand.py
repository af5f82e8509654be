"""Draws end faces by a fourth hand, the farthest from ours: small and very large pictures, fibers well off the middle, lenses that ring, cameras with stripes, cores lit from
behind, adhesive left in the ring's own shade, marks cut out of clouds of noise.

Shares no code with Rhabdon, nor with the other hands but for hand.py; graded by the same command.

    /usr/bin/python3 tests/outside/far_hand.py FOLDER FIRST_SEED SEEDS      (Debian's python3-opencv; FOLDER is made)
    dotnet bench/Rhabdon.Bench/bin/Release/net10.0/Rhabdon.Bench.dll hand FOLDER
"""
import cv2
import numpy as np

from hand import CLADDING, PLIGHTS, PROFILES, Hand, write_all

SIZES = [(640, 480), (720, 576), (1280, 1024), (1600, 1200), (2592, 1944), (4000, 3000)]
# Marks are drawn this far from the center only, micrometers.
WINDOW = 110


class Face(Hand):
    SCRATCHES, WIDEST, PITS, CHIPS = 4, (3.5, 8), 4, 1

    def __init__(self, seed, profile, plight):
        self.chance = chance = np.random.default_rng([4, seed, PROFILES.index(profile), PLIGHTS.index(plight)])
        self.profile, self.plight, self.marks = profile, plight, []
        self.width, self.height = SIZES[chance.choice(6, p=[0.3, 0.2, 0.2, 0.15, 0.1, 0.05])]
        self.scale = float(np.clip(chance.uniform(0.15, 0.7), 136 / self.height, 520 / self.height))
        room = [max(0, min(side * self.scale / 2 - 67, 45)) for side in (self.width, self.height)]
        self.x, self.y = (side / 2 + chance.uniform(-1, 1) * r / self.scale for side, r in zip((self.width, self.height), room))
        self.crop = tuple(slice(max(0, int(at - WINDOW / self.scale)), min(side, int(at + WINDOW / self.scale))) for at, side in ((self.y, self.height), (self.x, self.width)))
        down, right = np.mgrid[self.crop].astype(np.float32)
        self.right, self.down = (right - self.x) * self.scale, (down - self.y) * self.scale
        self.radius, self.turn = np.hypot(self.right, self.down), np.arctan2(self.down, self.right)
        self.paint(profile == "mm")

    def noise(self, shape, size):
        """Even noise whose grains are about this many pixels, one standard deviation high; coarse grains are drawn small and enlarged."""
        by = max(1, int(size / 2))
        small = cv2.GaussianBlur(self.chance.normal(size=(shape[0] // by + 8, shape[1] // by + 8)).astype(np.float32), (0, 0), max(0.3, size / by))
        return cv2.resize(small / small.std(), None, fx=by, fy=by, interpolation=cv2.INTER_CUBIC)[: shape[0], : shape[1]]

    def cloud(self, size):
        """The same where marks are drawn, micrometers."""
        return self.noise(self.radius.shape, size / self.scale)

    def soft(self, inside, width=0.0):
        """Cover from how far inside an edge a place lies, micrometers; never sharper than a pixel."""
        return 1 / (1 + np.exp(np.clip(-4 * inside / max(self.scale, width), -30, 30)))

    def paint(self, multimode):
        chance, shape = self.chance, (self.height, self.width)
        glass = chance.uniform(0.3, 0.6)
        ferrule = glass + chance.choice([-1, 1, 1]) * chance.uniform(0.08, 0.3)
        ferrule = float(np.clip(ferrule, 0.15, 0.85))
        scene = ferrule + chance.uniform(0.004, 0.02) * self.noise(shape, chance.uniform(0.5, 1.5) / self.scale) + chance.uniform(0.002, 0.015) * self.noise(shape, chance.uniform(3, 8) / self.scale)
        if chance.random() < 0.4:
            along = self.noise(shape, 0.6 / self.scale)
            scene += chance.uniform(0.3, 1.2) * 0.02 * cv2.blur(along, (int(20 / self.scale), 1))
        for _ in range(chance.integers(0, 40)):
            at = (int(chance.uniform(0, self.width)), int(chance.uniform(0, self.height)))
            cv2.circle(scene, at, max(1, int(chance.uniform(0.4, 1.5) / self.scale)), ferrule * chance.uniform(0.4, 0.95), -1)
        self.core = float(chance.choice([25, 31.25]) if multimode else chance.uniform(4, 5))
        away = np.hypot(self.right - chance.uniform(-0.3, 0.3), self.down - chance.uniform(-0.3, 0.3))
        light = chance.choice([-0.15, 0.05, 0.1, 0.25, 0.4]) * chance.uniform(0.5, 1)
        core = self.soft(self.core - away, chance.uniform(0, 1.5))
        if light > 0.1:
            core = np.exp(-((away / self.core) ** 2)) if not multimode else core * (1 - chance.uniform(0, 0.8) * np.clip(away / self.core, 0, 1) ** 2)
        if multimode and light > 0.1 and chance.random() < 0.3:
            core = core * (1 + 0.05 * self.cloud(1.5))
        self.ring = chance.choice([chance.uniform(0.2, 1), chance.uniform(1, 6)])
        self.adhesive_shade = chance.uniform(0.05, 0.3) if chance.random() < 0.85 else max(glass, ferrule) + 0.12
        self.in_glass = self.soft(CLADDING - self.radius)
        ring = self.soft(CLADDING + self.ring + chance.uniform(0, 0.3) * self.cloud(15) - self.radius)
        face = (glass + light * core) * self.in_glass + (1 - self.in_glass) * (self.adhesive_shade * ring + scene[self.crop] * (1 - ring))
        self.scene, self.face, self.glass = scene, face, glass

    def put(self, kind, cover, depth, line=None, shade=None, shown=None):
        """A mark darkens or brightens what it covers, or gives it a shade of its own; a patch is as large as what of it is more than half covered."""
        inside = cover > 0.5
        if line is None and not inside.any():
            return
        if line is None:
            place, size = [(self.right[inside].mean(), self.down[inside].mean())], 2 * np.sqrt(inside.sum() * self.scale**2 / np.pi)
            nearest = max(0, self.radius[inside].min() - self.scale / 2)
        else:
            place, size, nearest = line
        shown = cover if shown is None else shown
        self.face = self.face + depth * shown if shade is None else self.face * (1 - shown) + shade * shown
        self.marks.append({"kind": kind, "path": [[float(x), float(y)] for x, y in place], "size": float(size), "depth": float(depth), "nearest": float(nearest)})

    def away_from(self, path):
        """From each place to a line, and from the middle to it."""
        away, nearest = np.full_like(self.radius, 1e6), 1e6
        for (ax, ay), (bx, by) in zip(path[:-1], path[1:]):
            vx, vy = bx - ax, by - ay
            long = vx * vx + vy * vy + 1e-9
            t = np.clip(((self.right - ax) * vx + (self.down - ay) * vy) / long, 0, 1)
            away = np.minimum(away, (self.right - ax - t * vx) ** 2 + (self.down - ay - t * vy) ** 2)
            t = np.clip(-(ax * vx + ay * vy) / long, 0, 1)
            nearest = min(nearest, np.hypot(ax + t * vx, ay + t * vy))
        return np.sqrt(away), nearest

    def spot(self, within):
        turn, radius = self.chance.uniform(0, 2 * np.pi), within * np.sqrt(self.chance.uniform())
        return radius * np.cos(turn), radius * np.sin(turn)

    def scratch(self, width):
        """An arc of a large circle, even or ground like a bell; some with a rim of the other shade."""
        chance, middle, turn = self.chance, self.spot(50), self.chance.uniform(0, np.pi)
        half, bend = chance.uniform(8, 80), chance.choice([0, 1]) * chance.uniform(-1, 1) / 250
        s = np.linspace(-half, half, 12)
        path = np.stack([middle[0] + s * np.cos(turn) - bend * s * s / 2 * np.sin(turn), middle[1] + s * np.sin(turn) + bend * s * s / 2 * np.cos(turn)], 1)
        away, nearest = self.away_from(path)
        cover = np.exp(-4 * np.log(2) * (away / width) ** 2) if chance.random() < 0.4 else self.soft(width / 2 - away, 0.2 * width) * min(1, width / self.scale)
        shown = cover * self.in_glass if chance.random() < 0.3 else cover
        if chance.random() < 0.25:
            shown = shown - 0.3 * np.exp(-(((away - 0.9 * width) / (0.4 * width)) ** 2))
        depth = chance.choice([-1, -1, 1]) * chance.uniform(0.07, 0.3)
        self.put("scratch", cover, depth, line=(path, width, max(0, nearest - width / 2)), shown=shown)

    def pit(self):
        chance, (x, y), size = self.chance, self.spot(57), self.chance.uniform(1.5, 9)
        turn, long = chance.uniform(0, np.pi), chance.uniform(1, 1.25)
        a, b = (self.right - x) * np.cos(turn) + (self.down - y) * np.sin(turn), (self.down - y) * np.cos(turn) - (self.right - x) * np.sin(turn)
        cover = self.soft(size / 2 - np.hypot(a / long, b * long), chance.uniform(0, 0.3) * size)
        self.put("pit", cover, -chance.uniform(0.12, 0.4))

    def dirt(self):
        """What of a cloud is above a level, near one place."""
        chance, (x, y), size = self.chance, self.spot(70), self.chance.uniform(4, 20)
        away = np.hypot(self.right - x, self.down - y)
        cover = self.soft((1 - (away / (size / 2)) ** 2 + chance.uniform(0.25, 0.5) * self.cloud(size * chance.uniform(0.12, 0.25))) * size / 4, chance.uniform(0.2, 0.8))
        self.put("loose-dirt", cover * (away < size), -chance.uniform(0.12, 0.4))

    def film(self):
        """Wide, soft and uneven; some with a faint rim where it dried."""
        chance, (x, y), size = self.chance, self.spot(40), self.chance.uniform(30, 90)
        away = np.hypot((self.right - x) * chance.uniform(0.8, 1.25), self.down - y) + 0.1 * size * self.cloud(size / 5)
        cover = self.soft(size / 2 - away, chance.uniform(4, 10))
        shown = cover * (1 + chance.uniform(0, 0.2) * self.cloud(5))
        self.put("film", cover, chance.choice([-1, 1]) * chance.uniform(0.04, 0.1), shown=shown)

    def adhesive(self):
        """Of the ring's own shade or near it, over glass and ferrule, thickest in its middle."""
        chance, at, half, deep = self.chance, self.chance.uniform(-np.pi, np.pi), self.chance.uniform(0.15, 0.6), self.chance.uniform(3, 14)
        off = np.angle(np.exp(1j * (self.turn - at))) / half
        bulge = np.clip(1 - off * off, 0, 1) * (1 + 0.15 * self.cloud(6))
        inward, outward = CLADDING - self.radius, self.radius - CLADDING - self.ring
        cover = self.soft(np.minimum(deep * bulge - inward, 0.5 * deep * bulge - outward), chance.uniform(0.3, 1.2)) * (np.abs(off) < 1)
        thick = chance.uniform(0.4, 1)
        shade = self.glass + thick * (self.adhesive_shade - self.glass) if self.adhesive_shade < self.glass else self.glass * 0.6
        self.put("adhesive", cover, shade - self.glass, shade=shade)

    def chip(self):
        """Bitten out of the edge by a ragged circle."""
        chance, size = self.chance, self.chance.uniform(5, 18)
        at, turn = CLADDING + size * chance.uniform(-0.3, 0.15), chance.uniform(0, 2 * np.pi)
        away = np.hypot(self.right - at * np.cos(turn), self.down - at * np.sin(turn)) + 0.08 * size * self.cloud(size / 4)
        cover = self.soft(size / 2 - away) * self.in_glass
        self.put("chip", cover, -chance.uniform(0.15, 0.4), shown=cover * (1 + 0.15 * self.cloud(2)))

    def crack(self):
        """Goes on as it went, but turns a little at each step; from edge to edge or ending in the glass."""
        chance, turn = self.chance, self.chance.uniform(0, 2 * np.pi)
        at, heading = np.array([np.cos(turn), np.sin(turn)]) * CLADDING, turn + np.pi + chance.uniform(-0.5, 0.5)
        path, last = [at], int(chance.uniform(10, 28))
        while len(path) < last:
            at = at + chance.uniform(3, 7) * np.array([np.cos(heading), np.sin(heading)])
            path.append(at)
            if np.hypot(*at) > CLADDING:
                break
            heading += chance.normal() * 0.3
        width = chance.uniform(0.9, 2.6)
        away, nearest = self.away_from(path)
        self.put("crack", self.soft(width / 2 - away) * min(1, width / self.scale) * self.in_glass, -chance.uniform(0.15, 0.4), line=(path, width, max(0, nearest - width / 2)))

    def seen(self):
        """Light that falls off from somewhere, a lens that may ring, a camera with grain and stripes."""
        chance, scene = self.chance, self.scene.astype(np.float32)
        scene[self.crop] = np.clip(self.face, 0.01, 1.3)
        down, right = (np.linspace(-1, 1, side, dtype=np.float32) for side in (self.height, self.width))
        light = 1 - chance.uniform(0, 0.25) * ((right[None, :] - chance.uniform(-0.4, 0.4)) ** 2 + (down[:, None] - chance.uniform(-0.4, 0.4)) ** 2)
        scene *= light * chance.uniform(0.8, 1.2)
        blur = max(0.3, chance.uniform(0.3, 1.1) / self.scale)
        image = cv2.GaussianBlur(scene, (0, 0), blur)
        if chance.random() < 0.3:
            image = 1.2 * image - 0.2 * cv2.GaussianBlur(scene, (0, 0), 2.2 * blur)
        image += np.sqrt(np.clip(image, 0.02, 1)) * chance.uniform(0.004, 0.02) * chance.normal(size=image.shape)
        if chance.random() < 0.3:
            image += chance.uniform(0.001, 0.004) * chance.normal(size=(self.height, 1))
        return np.clip(np.round(image * 255), 0, 255).astype(np.uint8), int(chance.choice([0, 0, 60, 75, 85, 95]))


if __name__ == "__main__":
    write_all(Face)
