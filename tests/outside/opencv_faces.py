"""Finds the cladding's circle in made-up end faces with OpenCV, and times a plain OpenCV pipeline for the same work as the grader's.

Independent of Rhabdon.Core: Hough's circles for a start, then the steepest fall or rise of the shade along 720 rays of the unrolled picture, then a circle by
algebraic least squares (Kasa 1976) with what lies far off left out. Run once; its figures are kept in geometry.csv beside it.

    dotnet bench/Rhabdon.Bench/bin/Release/net10.0/Rhabdon.Bench.dll pictures FOLDER
    /usr/bin/python3 tests/outside/opencv_faces.py FOLDER > tests/outside/geometry.csv       (Debian's python3-opencv)
"""
import glob
import os
import sys
import time

import cv2
import numpy as np

RAYS = 720
STEP = 0.25
cv2.setNumThreads(1)


def rough(gray):
    """Center and radius, in pixels, by Hough's gradient method on a picture of at most 500 pixels."""
    by = max(1, int(np.ceil(max(gray.shape) / 500)))
    small = cv2.medianBlur(cv2.resize(gray, None, fx=1 / by, fy=1 / by, interpolation=cv2.INTER_AREA), 5)
    least = int(62.5 / 1.2 / by)
    circles = cv2.HoughCircles(small, cv2.HOUGH_GRADIENT, 1, 60, param1=60, param2=18, minRadius=max(12, least), maxRadius=int(0.62 * min(small.shape)))
    x, y, r = circles[0][0]
    x, y, r = (x + 0.5) * by - 0.5, (y + 0.5) * by - 0.5, r * by

    # A multimode core may be the sharper circle: 50 or 62.5 of 125. Then there is another edge at twice to two and a half times its radius.
    slope = np.abs(profile_slope(gray, x, y, 0.8 * r, 2.7 * r))
    own, beyond = slope[: int(0.4 * r / STEP)].max(), slope[int(1.1 * r / STEP) :]
    return (x, y, 1.9 * r + STEP * int(beyond.argmax())) if len(beyond) and beyond.max() > 0.35 * own else (x, y, r)


def profile_slope(gray, x, y, least, most):
    """How the median shade of all rays changes from one radius to the next."""
    radii = np.arange(least, most, STEP)
    turns = 2 * np.pi * np.arange(RAYS) / RAYS
    at_x = (x + np.outer(np.cos(turns), radii)).astype(np.float32)
    at_y = (y + np.outer(np.sin(turns), radii)).astype(np.float32)
    rays = cv2.remap(gray.astype(np.float32), at_x, at_y, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    return np.gradient(cv2.GaussianBlur(np.median(rays, axis=0)[None, :].astype(np.float32), (9, 1), 1.6)[0])


def steepest(gray, x, y, r, reach):
    """Places on the edge: along each ray the steepest change of shade within reach, to a fraction of a pixel."""
    turns = 2 * np.pi * np.arange(RAYS) / RAYS
    radii = np.arange(r - reach, r + reach, STEP)
    at_x = (x + np.outer(np.cos(turns), radii)).astype(np.float32)
    at_y = (y + np.outer(np.sin(turns), radii)).astype(np.float32)
    rays = cv2.GaussianBlur(cv2.remap(gray.astype(np.float32), at_x, at_y, cv2.INTER_CUBIC), (9, 1), 1.6)
    slopes = np.gradient(rays, axis=1)
    # The ring of adhesive has two edges: the glass ends at the inner one.
    usual = np.median(slopes, axis=0)
    strong = np.abs(usual) > 0.35 * np.abs(usual).max()
    first = int(np.argmax(strong))
    sign = np.sign(usual[first])
    last = first + int(np.argmax(np.append(np.sign(usual[first:]) != sign, True)))
    slopes[:, : max(0, first - 4)] = slopes[:, last + 1 :] = -sign * 1e6
    peak = np.clip(np.argmax(sign * slopes, axis=1), 1, len(radii) - 2)
    rows = np.arange(RAYS)
    before, here, after = (sign * slopes[rows, peak + k] for k in (-1, 0, 1))
    bend = before - 2 * here + after
    part = np.where(bend < 0, 0.5 * (before - after) / np.where(bend < 0, bend, -1), 0)
    found = radii[peak] + STEP * np.clip(part, -1, 1)
    inside = (at_x[:, -1] >= 0) & (at_y[:, -1] >= 0) & (at_x[:, -1] < gray.shape[1]) & (at_y[:, -1] < gray.shape[0])
    return (x + found * np.cos(turns))[inside], (y + found * np.sin(turns))[inside]


def circle(xs, ys):
    """The circle through most of these places."""
    keep = np.ones(len(xs), bool)
    for _ in range(6):
        rows = np.column_stack([xs[keep], ys[keep], np.ones(keep.sum())])
        a, b, c = np.linalg.lstsq(rows, xs[keep] ** 2 + ys[keep] ** 2, rcond=None)[0]
        x, y = a / 2, b / 2
        r = np.sqrt(c + x * x + y * y)
        off = np.hypot(xs - x, ys - y) - r
        keep = np.abs(off) < max(0.3, 2.5 * 1.4826 * np.median(np.abs(off[keep])))
    return x, y, r


def find(gray):
    x, y, r = rough(gray)
    for reach in (max(6, 0.06 * r), max(3, 0.025 * r)):
        x, y, r = circle(*steepest(gray, x, y, r, reach))
    return x, y, r


def plain(gray):
    """What anyone would put together first: circle, background away, lines and patches by threshold. Found, not judged."""
    x, y, r = find(gray)
    mask = np.zeros_like(gray)
    cv2.circle(mask, (int(round(x)), int(round(y))), int(0.97 * r), 255, -1)
    flat = cv2.absdiff(gray, cv2.medianBlur(gray, 31))
    edges = cv2.bitwise_and(cv2.Canny(cv2.GaussianBlur(gray, (0, 0), 1.2), 20, 50), mask)
    lines = cv2.HoughLinesP(edges, 1, np.pi / 180, 30, minLineLength=int(8 / 62.5 * r), maxLineGap=4)
    marks = cv2.bitwise_and((flat > 12).astype(np.uint8) * 255, mask)
    count, _, stats, _ = cv2.connectedComponentsWithStats(cv2.morphologyEx(marks, cv2.MORPH_OPEN, np.ones((3, 3), np.uint8)))
    return 0 if lines is None else len(lines), count - 1


print("face,centerX,centerY,claddingDiameterPx,plainMs")
for path in sorted(glob.glob(os.path.join(sys.argv[1], "*.p[gn]*"))):
    gray = cv2.imread(path, cv2.IMREAD_GRAYSCALE)
    x, y, r = find(gray)
    times = []
    for _ in range(5):
        start = time.perf_counter()
        plain(gray)
        times.append(1000 * (time.perf_counter() - start))
    print(f"{os.path.splitext(os.path.basename(path))[0]},{x:.2f},{y:.2f},{2 * r:.2f},{sorted(times)[2]:.1f}", flush=True)
