"""What the hands that draw end faces have in common: which faces there are, how many marks a face has, and what is written.

A face's marks lie beside its picture as JSON: kind; path in micrometers from the fiber's center; size, the width of a line or the equivalent diameter of what is more than
half covered; how near it comes to the center.
"""
import json
import os
import sys

import cv2

PROFILES = ["sm-upc", "sm-apc", "sm-pc", "mm"]
PLIGHTS = ["clean", "fine", "heavy", "pits", "dirt", "film", "adhesive", "chip", "crack", "mixed"]
CLADDING = 62.5


class Hand:
    """One face. A hand says how it draws each mark, how wide its widest scratches are, and how many of some marks it draws at most."""

    def some(self, draw, most):
        for _ in range(self.chance.integers(1, most + 1)):
            draw()

    def draw(self):
        """The picture, and its quality as JPEG; 0 for PNG."""
        chance, plight = self.chance, self.plight
        if plight in ("fine", "mixed"):
            self.some(lambda: self.scratch(chance.uniform(0.8, 2.8)), self.SCRATCHES)
        if plight == "heavy":
            self.scratch(chance.uniform(*self.WIDEST))
            for _ in range(chance.integers(0, 3)):
                self.scratch(chance.uniform(1, 4))
        if plight == "mixed":
            plight = ["pits", "dirt", "film"][chance.integers(3)]
        for name, most in (("pits", self.PITS), ("dirt", 4), ("film", 1), ("adhesive", 2), ("chip", self.CHIPS), ("crack", 1)):
            if plight == name:
                self.some(getattr(self, name.rstrip("s")), most)
        return self.seen()


def write(folder, name, face):
    image, quality = face.draw()
    picture = name + (".jpg" if quality else ".png")
    cv2.imwrite(os.path.join(folder, picture), image, [cv2.IMWRITE_JPEG_QUALITY, quality] if quality else [])
    with open(os.path.join(folder, name + ".json"), "w", encoding="utf-8") as file:
        json.dump({"picture": picture, "profile": face.profile, "centerX": face.x, "centerY": face.y, "micrometersPerPixel": face.scale, "coreRadius": face.core, "marks": face.marks}, file)


def write_all(hand):
    """Every profile and plight by one hand, as many seeds as the command asks for."""
    folder, first, seeds = sys.argv[1], int(sys.argv[2]), int(sys.argv[3])
    os.makedirs(folder, exist_ok=True)
    for seed in range(first, first + seeds):
        for profile in PROFILES:
            for plight in PLIGHTS:
                write(folder, f"{profile}_{plight}_{seed}", hand(seed, profile, plight))
