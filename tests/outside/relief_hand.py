"""Draws end faces by a fifth hand, as relief: what is steep throws light past the lens, what is rough or soiled gives less of it back. Scratches are grooves, sharp or round and at times
several side by side; pits are bowls, dirt domes or threads, film a layer whose thickness colors it and which wiping draws out, chips break in shells, cracks shine on one side.

Shares no code with Rhabdon, nor with the other hands but for hand.py; graded by the same command.

    /usr/bin/python3 tests/outside/relief_hand.py FOLDER FIRST_SEED SEEDS      (Debian's python3-opencv; FOLDER is made)
    dotnet bench/Rhabdon.Bench/bin/Release/net10.0/Rhabdon.Bench.dll hand FOLDER
"""
import cv2
import numpy as np

from hand import CLADDING, PLIGHTS, PROFILES, Hand, write_all

SIZES = [(640, 480), (768, 576), (1024, 768), (1280, 960), (1600, 1200)]


class Face(Hand):
    SCRATCHES, WIDEST, PITS, CHIPS = 4, (3.4, 7.5), 5, 1

    def __init__(self, seed, profile, plight):
        self.chance = chance = np.random.default_rng([5, seed, PROFILES.index(profile), PLIGHTS.index(plight)])
        self.profile, self.plight, self.marks = profile, plight, []
        self.width, self.height = SIZES[chance.choice(5, p=[0.3, 0.2, 0.2, 0.2, 0.1])]
        self.scale = float(np.clip(chance.uniform(0.15, 0.7), 138 / self.height, 360 / self.height))
        room = [max(0, min(side * self.scale / 2 - 66, 30)) for side in (self.width, self.height)]
        self.x, self.y = (side / 2 + chance.uniform(-1, 1) * r / self.scale for side, r in zip((self.width, self.height), room))
        down, right = np.mgrid[0 : self.height, 0 : self.width].astype(np.float32)
        self.right, self.down = (right - self.x) * self.scale, (down - self.y) * self.scale
        self.radius, self.turn = np.hypot(self.right, self.down), np.arctan2(self.down, self.right)
        # How steep the face is to the right and downward, in what the lens just loses; and what share of the light it gives back where it is flat.
        self.slope = [np.zeros_like(self.radius), np.zeros_like(self.radius)]
        self.paint(profile == "mm")

    def cloud(self, size, stretched=1.0, heading=0.0):
        """Noise with features of about this many micrometers, one standard deviation high; drawn out along a heading."""
        fine = max(0.4, size / self.scale)
        by = max(1, int(fine / 3))
        reach = int(np.hypot(self.width, self.height) / by) + 8
        noise = cv2.GaussianBlur(self.chance.standard_normal((reach, reach)).astype(np.float32), (0, 0), fine / by * stretched, sigmaY=fine / by)
        turned = cv2.getRotationMatrix2D((reach / 2, reach / 2), np.degrees(heading), by)
        turned[:, 2] += [self.width / 2 - reach / 2, self.height / 2 - reach / 2]
        cloud = cv2.warpAffine(noise / noise.std(), turned, (self.width, self.height), flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REFLECT)
        return cloud

    def step(self, inside, width=0.0):
        """Cover from how far inside an edge a place lies, micrometers; straight from none to all over the width, and never sharper than a pixel."""
        return np.clip(inside / max(self.scale, width) + 0.5, 0, 1)

    def paint(self, multimode):
        chance = self.chance
        glass = chance.uniform(0.3, 0.62)
        ferrule = float(np.clip(glass + chance.choice([-1, 1, 1]) * chance.uniform(0.07, 0.3), 0.14, 0.88))
        ground = ferrule * (1 + chance.uniform(0.005, 0.05) * self.cloud(chance.uniform(0.5, 2.5)) + chance.uniform(0, 0.04) * self.cloud(0.5, 12, chance.uniform(0, np.pi)))
        pores = self.cloud(chance.uniform(0.5, 1)) > chance.uniform(2.6, 5)
        ground = np.where(pores, ground * chance.uniform(0.4, 0.8), ground)
        self.core = float(chance.choice([25, 31.25]) if multimode else chance.uniform(4.1, 5))
        away = np.hypot(self.right - chance.uniform(-0.4, 0.4), self.down - chance.uniform(-0.4, 0.4)) / self.core
        light = chance.choice([-0.12, 0.06, 0.12, 0.3]) * chance.uniform(0.4, 1.1)
        form = chance.integers(3)
        core = self.step((1 - away) * self.core, 0.6) if form == 0 else np.clip(1 - away**2, 0, 1) if form == 1 else 1 / (1 + away ** (2 * chance.integers(2, 5)))
        self.ring = float(np.exp(chance.uniform(np.log(0.25), np.log(6))))
        outer = CLADDING + self.ring + chance.uniform(0, 0.35) * self.cloud(10)
        self.glue = chance.uniform(0.04, 0.3)
        self.in_glass = self.step(CLADDING - self.radius)
        in_ring = self.step(outer - self.radius, 0.4)
        self.given = (glass + light * core) * self.in_glass + (1 - self.in_glass) * (self.glue * in_ring + ground * (1 - in_ring))

    def mark(self, kind, path, size, nearest, depth):
        self.marks.append({"kind": kind, "path": [[float(x), float(y)] for x, y in path], "size": float(size), "depth": float(depth), "nearest": float(nearest)})

    def mark_patch(self, kind, cover, depth):
        """A patch is as large as what of it is more than half covered; false where that is nothing."""
        inside = cover > 0.5
        if not inside.any():
            return False
        at = (self.right[inside].mean(), self.down[inside].mean())
        self.mark(kind, [at], 2 * np.sqrt(inside.sum() * self.scale**2 / np.pi), max(0, self.radius[inside].min() - self.scale / 2), depth)
        return True

    def tilt(self, right, down):
        self.slope[0] += right
        self.slope[1] += down

    def off(self, path):
        """From each place to a line, across it with a sign and along it from 0 to 1; the line's nearest to the middle."""
        best, across, along, nearest, long = np.full_like(self.radius, 1e9), np.zeros_like(self.radius), np.zeros_like(self.radius), 1e9, len(path) - 1
        normal = [np.zeros_like(self.radius), np.zeros_like(self.radius)]
        for i, ((ax, ay), (bx, by)) in enumerate(zip(path[:-1], path[1:])):
            vx, vy = bx - ax, by - ay
            length = np.hypot(vx, vy) + 1e-9
            t = np.clip(((self.right - ax) * vx + (self.down - ay) * vy) / length**2, 0, 1)
            px, py = self.right - ax - t * vx, self.down - ay - t * vy
            away = np.hypot(px, py)
            closer = away < best
            best = np.where(closer, away, best)
            across = np.where(closer, np.sign(px * -vy + py * vx) * away, across)
            along = np.where(closer, (i + t) / long, along)
            normal = [np.where(closer, -vy / length, normal[0]), np.where(closer, vx / length, normal[1])]
            t = np.clip(-(ax * vx + ay * vy) / length**2, 0, 1)
            nearest = min(nearest, np.hypot(ax + t * vx, ay + t * vy))
        return across, along, normal, nearest

    def groove(self, path, width, steep, rough, is_round, even=1.0, only_glass=False):
        across, along, normal, nearest = self.off(path)
        inside = self.step(width / 2 - np.abs(across)) * min(1, width / self.scale)
        inside = inside * (self.in_glass if only_glass else 1)
        if even < 1:
            ways = self.chance.uniform(even, 1, 6)
            inside = inside * np.interp(along, np.linspace(0, 1, 6), ways)
        wall = steep * inside * (np.clip(2 * across / width, -1, 1) if is_round else np.sign(across))
        self.tilt(wall * normal[0], wall * normal[1])
        self.given = self.given * (1 - rough * inside)
        return nearest

    def anywhere(self, within):
        turn, radius = self.chance.uniform(0, 2 * np.pi), within * np.sqrt(self.chance.uniform())
        return radius * np.cos(turn), radius * np.sin(turn)

    def scratch(self, width):
        """A groove; of fine ones at times a few side by side, as one film draws them."""
        chance, turn, middle = self.chance, self.chance.uniform(0, np.pi), self.anywhere(50)
        half, bow = chance.uniform(10, 80), chance.choice([0, 0, 1]) * chance.uniform(-1, 1) / 300
        together = int(chance.integers(2, 4)) if width < 2.2 and chance.random() < 0.2 else 1
        for i in range(together):
            s = np.linspace(-half, half, 11) * chance.uniform(0.7, 1)
            aside = i * chance.uniform(6, 12)
            path = np.stack([middle[0] + s * np.cos(turn) - (aside + bow * s * s) * np.sin(turn), middle[1] + s * np.sin(turn) + (aside + bow * s * s) * np.cos(turn)], 1)
            is_round = width > 2 and chance.random() < 0.3
            shines = chance.random() < 0.15
            steep, rough = (chance.uniform(0.1, 0.3), -chance.uniform(0.25, 0.6)) if shines else (chance.uniform(0.35, 0.9), chance.uniform(0.05, 0.3))
            nearest = self.groove(path, width, steep, rough + (0.15 if is_round else 0), is_round, chance.choice([1, 1, 0.5]), chance.random() < 0.3)
            self.mark("scratch", path, width, max(0, nearest - width / 2), -0.2)

    def bowl(self, cover, middle, size, steep, power):
        px, py = self.right - middle[0], self.down - middle[1]
        away = np.hypot(px, py) + 1e-6
        wall = steep * cover * np.clip(2 * away / size, 0, 1.2) ** power
        self.tilt(wall * px / away, wall * py / away)

    def pit(self):
        chance, (x, y), size = self.chance, self.anywhere(57), self.chance.uniform(1.4, 8.5)
        turn, long = chance.uniform(0, np.pi), chance.uniform(1, 1.2)
        a, b = (self.right - x) * np.cos(turn) + (self.down - y) * np.sin(turn), (self.down - y) * np.cos(turn) - (self.right - x) * np.sin(turn)
        cover = self.step(size / 2 - np.hypot(a / long, b * long), 0.4)
        if self.mark_patch("pit", cover, -0.3):
            self.bowl(cover, (x, y), size, chance.uniform(0.4, 1), chance.uniform(0.3, 1.5))
            self.given = self.given * (1 - chance.uniform(0.2, 0.6) * cover)

    def dirt(self):
        chance, (x, y), size = self.chance, self.anywhere(72), self.chance.uniform(4, 20)
        dark = chance.uniform(0.3, 0.85)
        if chance.random() < 0.1:
            heading, at, path = chance.uniform(0, 2 * np.pi), np.array([x, y]), [np.array([x, y])]
            curl = chance.choice([-1, 1]) * chance.uniform(0.15, 0.45)
            for _ in range(int(chance.integers(6, 12))):
                at = at + 4.5 * np.array([np.cos(heading), np.sin(heading)])
                path.append(at)
                heading += curl + chance.normal() * 0.15
            across = self.off(np.array(path))[0]
            cover = self.step(chance.uniform(1.5, 3) - np.abs(across), 0.5)
        else:
            away = np.hypot(self.right - x, self.down - y) / (size / 2)
            cover = self.step((1 - away + chance.uniform(0.12, 0.3) * self.cloud(size * chance.uniform(0.1, 0.2))) * size / 2, chance.uniform(0.3, 1.2)) * (away < 2)
            if chance.random() < 0.3:
                for _ in range(int(chance.integers(1, 4))):
                    px, py = x + chance.normal() * size * 0.6, y + chance.normal() * size * 0.6
                    crumb = np.hypot(self.right - px, self.down - py) + 0.4 * self.cloud(1)
                    cover = np.maximum(cover, self.step(size * chance.uniform(0.08, 0.2) - crumb, 0.4))
        if self.mark_patch("loose-dirt", cover, -0.3):
            self.bowl(cover, (x, y), size, chance.uniform(0, 0.6), 2)
            self.given = self.given * (1 - dark * cover * (1 + 0.12 * self.cloud(1.5)))

    def film(self):
        """A layer of oil or what a fluid left: its thickness makes it brighter or darker; wiping draws it out."""
        chance, (x, y), size = self.chance, self.anywhere(40), self.chance.uniform(28, 90)
        turn, long = chance.uniform(0, np.pi), chance.uniform(1, 1.5)
        a, b = (self.right - x) * np.cos(turn) + (self.down - y) * np.sin(turn), (self.down - y) * np.cos(turn) - (self.right - x) * np.sin(turn)
        away = np.hypot(a / long, b * long) + 0.08 * size * self.cloud(size / 6)
        cover = self.step(size / 2 - away, chance.uniform(4, 12))
        tint = chance.choice([-1, 1]) * chance.uniform(0.09, 0.22)
        texture = 1 + (chance.uniform(0.05, 0.3) * self.cloud(chance.uniform(2, 4), 4, turn) if chance.random() < 0.5 else chance.uniform(0, 0.2) * self.cloud(6))
        self.mark_patch("film", cover, tint)
        self.given = self.given * (1 + tint * cover * np.clip(texture, 0.3, 1.7))

    def adhesive(self):
        chance, at, half, deep = self.chance, self.chance.uniform(-np.pi, np.pi), self.chance.uniform(0.12, 0.6), self.chance.uniform(4, 16)
        off = np.angle(np.exp(1j * (self.turn - at))) / half
        bulge = np.sqrt(np.clip(1 - off * off, 0, 1)) * (1 + 0.2 * self.cloud(5))
        inward, outward = CLADDING - self.radius, self.radius - CLADDING - self.ring
        cover = self.step(np.minimum(deep * bulge - inward, chance.uniform(0.2, 1) * deep * bulge - outward), chance.uniform(0.4, 1.8)) * (np.abs(off) < 1)
        thick = chance.uniform(0.35, 0.9)
        if self.mark_patch("adhesive", cover, -thick):
            self.given = self.given * (1 - thick * cover) + thick * self.glue * cover * (1 + 0.1 * self.cloud(3))

    def chip(self):
        """Glass gone from the edge, broken in shells."""
        chance, size, turn = self.chance, self.chance.uniform(4.5, 18), self.chance.uniform(0, 2 * np.pi)
        at = CLADDING + size * chance.uniform(-0.3, 0.15)
        x, y = at * np.cos(turn), at * np.sin(turn)
        away = np.hypot(self.right - x, self.down - y) + 0.07 * size * self.cloud(size / 3)
        cover = self.step(size / 2 - away) * self.in_glass
        if self.mark_patch("chip", cover, -0.3):
            shells = 0.5 + 0.5 * np.cos(2 * np.pi * away / chance.uniform(2, 5))
            self.bowl(cover * (0.4 + 0.6 * shells), (x, y), size, chance.uniform(0.4, 1), 0.5)
            self.given = self.given * (1 - chance.uniform(0.25, 0.6) * cover)

    def crack(self):
        """From the edge inward or across: straight for a while, then round a corner; it shines on one side, where the glass has parted beneath."""
        chance, turn = self.chance, self.chance.uniform(0, 2 * np.pi)
        at, heading = CLADDING * np.array([np.cos(turn), np.sin(turn)]), turn + np.pi + chance.uniform(-0.6, 0.6)
        ahead, path = heading, [at]
        for _ in range(int(chance.integers(6, 22))):
            at = at + chance.uniform(3, 9) * np.array([np.cos(heading), np.sin(heading)])
            path.append(at)
            heading = ahead + chance.choice([-1, 1]) * chance.uniform(0.15, 0.7)
            if np.hypot(*at) > CLADDING:
                break
        width = chance.uniform(0.9, 2.4)
        across, _, _, nearest = self.off(path)
        cover = self.step(width / 2 - np.abs(across)) * min(1, width / self.scale) * self.in_glass
        sheen = self.step(chance.uniform(2, 6) - across, 3) * (across > 0) * self.in_glass * chance.choice([0, 0, 0.06])
        self.given = self.given * (1 - chance.uniform(0.35, 0.8) * cover) + sheen * (1 - cover)
        self.mark("crack", path, width, max(0, nearest - width / 2), -0.3)

    def seen(self):
        """Light that the lens gets back, at times from a side; flare; the camera's noise and curve; at times the round edge of what the lens sees."""
        chance, (right, down) = self.chance, self.slope
        image = self.given * np.exp(-(right**2 + down**2) * 1.2)
        if chance.random() < 0.3:
            side = chance.uniform(0, 2 * np.pi)
            image = image * (1 + 0.25 * np.clip(right * np.cos(side) + down * np.sin(side), -1, 1))
        lean, fall = chance.uniform(0, 2 * np.pi), chance.uniform(0, 0.3)
        light = 1 + chance.uniform(0, 0.0012) * (self.right * np.cos(lean) + self.down * np.sin(lean)) - fall * (self.radius / 190) ** 2
        image = np.clip(image * light * chance.uniform(0.75, 1.2), 0.01, 1.2).astype(np.float32)
        if chance.random() < 0.12:
            image = np.where(self.radius < max(self.width, self.height) * self.scale * chance.uniform(0.45, 0.55), image, 0.02).astype(np.float32)
        blur = max(0.35, chance.uniform(0.3, 1.05) / self.scale)
        flare = chance.choice([0, 0.08, 0.15])
        image = (1 - flare) * cv2.GaussianBlur(image, (0, 0), blur) + flare * cv2.GaussianBlur(image, (0, 0), 4 * blur)
        image = image + np.sqrt(np.clip(image, 0.02, 1)) * chance.uniform(0.003, 0.018) * chance.standard_normal(image.shape)
        if chance.random() < 0.25:
            image = np.clip(image, 0, 1) ** chance.uniform(0.8, 1.25)
        return np.clip(np.round(image * 255), 0, 255).astype(np.uint8), int(chance.choice([0, 0, 65, 80, 90]))


if __name__ == "__main__":
    write_all(Face)
