"""Pictures of tags on a table as a camera over it would take them, with what is true in them.

An independent renderer: Debian's python3-opencv draws the tags, and every ray of the picture is followed to the plane that
it meets, through a lens with k1 and k2, three by three rays a pixel. Then come blur, light from one side and noise.

    /usr/bin/python3 tests/reference/camera/render.py FOLDER COUNT SEED [k1]

writes NNN.png and truth.jsonl: a line a picture with the lens, the table's tags and the robot's true place.
"""

import json
import os
import sys

import cv2
import numpy as np

WIDTH, HEIGHT = 1920, 1080
RAYS = 3
DICTIONARY = cv2.aruco.Dictionary_get(cv2.aruco.DICT_APRILTAG_36h11)
TABLE = (2200.0, 1100.0)
TABLE_TAG, ROBOT_TAG, ROBOT_ID = 100.0, 80.0, 42
# Texture, pixels a millimetre.
FINE, FINER = 2, 4


def tag_picture(identifier, side):
    return cv2.aruco.drawMarker(DICTIONARY, identifier, side)


def table_picture():
    """The table from above, light grey, with white paper under four tags; row 0 is the far side."""
    margin = 150
    width, height = int((TABLE[0] + 2 * margin) * FINE), int((TABLE[1] + 2 * margin) * FINE)
    picture = np.full((height, width), 90, np.uint8)
    inside = slice(margin * FINE, height - margin * FINE), slice(margin * FINE, width - margin * FINE)
    picture[inside] = 190
    cv2.line(picture, (width // 3, height // 4), (width // 3, height * 3 // 4), 40, 20 * FINE)
    tags = []
    for identifier, (x, y) in enumerate([(90, 90), (2110, 90), (2110, 1010), (90, 1010)]):
        side = int(TABLE_TAG * FINE)
        paper = int(130 * FINE)
        column, row = int((x + margin) * FINE), int((TABLE[1] - y + margin) * FINE)
        picture[row - paper // 2 : row + paper // 2, column - paper // 2 : column + paper // 2] = 235
        picture[row - side // 2 : row + side // 2, column - side // 2 : column + side // 2] = np.where(
            tag_picture(identifier, side) > 127, 235, 25
        )
        tags.append({"id": identifier, "x_mm": x, "y_mm": y, "size_mm": TABLE_TAG, "heading_deg": 0})
    return picture, margin, tags


def robot_picture():
    """The robot's lid, 150 mm wide: dark, with the tag on white paper in its middle."""
    side, paper, lid = int(ROBOT_TAG * FINER), int(105 * FINER), int(150 * FINER)
    picture = np.full((lid, lid), 70, np.uint8)
    edge = (lid - paper) // 2
    picture[edge : edge + paper, edge : edge + paper] = 235
    edge = (lid - side) // 2
    picture[edge : edge + side, edge : edge + side] = np.where(tag_picture(ROBOT_ID, side) > 127, 235, 25)
    return picture


def rays_through(lens):
    """Directions of all rays in the camera, by fixed-point iteration of the lens."""
    step = 1.0 / RAYS
    u = np.arange(WIDTH * RAYS, dtype=np.float32) * step + step / 2 - 0.5
    v = np.arange(HEIGHT * RAYS, dtype=np.float32) * step + step / 2 - 0.5
    xd, yd = np.meshgrid((u - lens["cx"]) / lens["fx"], (v - lens["cy"]) / lens["fy"])
    x, y = xd.copy(), yd.copy()
    if lens["k1"] != 0 or lens["k2"] != 0:
        for _ in range(25):
            r = x * x + y * y
            grown = 1 + r * (lens["k1"] + lens["k2"] * r)
            x, y = xd / grown, yd / grown
    return x, y


def picture_of(scene, lens, rotation, place, rays, noise, blur, light, rng):
    """What the camera at `place`, whose axes are the rows of `rotation`, sees of table and robot."""
    x, y = rays
    # Rays in the world: columns of the rotation's transpose times (x, y, 1).
    dx, dy, dz = (rotation[0, i] * x + rotation[1, i] * y + rotation[2, i] for i in range(3))
    table, margin, _ = scene["table"]
    t = -place[2] / dz
    column = (place[0] + t * dx + margin) * FINE - 0.5
    row = (TABLE[1] - (place[1] + t * dy) + margin) * FINE - 0.5
    seen = cv2.remap(table, column, row, cv2.INTER_LINEAR, borderMode=cv2.BORDER_CONSTANT, borderValue=60)
    robot = scene["robot"]
    t = (robot["height"] - place[2]) / dz
    px, py = place[0] + t * dx - robot["x"], place[1] + t * dy - robot["y"]
    cos, sin = np.cos(robot["heading"]), np.sin(robot["heading"])
    own_x, own_y = cos * px + sin * py, -sin * px + cos * py
    half = 75.0
    lid = scene["lid"]
    on = cv2.remap(
        lid, (own_x + half) * FINER - 0.5, (half - own_y) * FINER - 0.5, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE
    )
    seen = np.where((np.abs(own_x) < half) & (np.abs(own_y) < half), on, seen)
    small = cv2.resize(seen, (WIDTH, HEIGHT), interpolation=cv2.INTER_AREA).astype(np.float32)
    small = cv2.GaussianBlur(small, (0, 0), blur)
    across = np.linspace(1 - light, 1 + light, WIDTH, dtype=np.float32)[None, :]
    small = small * across + rng.normal(0, noise, small.shape).astype(np.float32)
    return np.clip(small, 0, 255).astype(np.uint8)


def look_at(place, target, roll):
    """Rows: the camera's right, down and forward in the world."""
    forward = target - place
    forward /= np.linalg.norm(forward)
    away = np.array([0.0, 1.0, 0.0])
    right = np.cross(forward, away)
    if np.linalg.norm(right) < 1e-6:
        right = np.array([1.0, 0.0, 0.0])
    right /= np.linalg.norm(right)
    down = np.cross(forward, right)
    cos, sin = np.cos(roll), np.sin(roll)
    return np.array([cos * right + sin * down, -sin * right + cos * down, forward])


def project(points, lens, rotation, place):
    inside = (points - place) @ rotation.T
    x, y = inside[:, 0] / inside[:, 2], inside[:, 1] / inside[:, 2]
    r = x * x + y * y
    grown = 1 + r * (lens["k1"] + lens["k2"] * r)
    return np.stack([lens["fx"] * x * grown + lens["cx"], lens["fy"] * y * grown + lens["cy"]], 1)


def corners(x, y, z, size, heading):
    turn = np.array([[np.cos(heading), -np.sin(heading)], [np.sin(heading), np.cos(heading)]])
    flat = np.array([[-1, 1], [1, 1], [1, -1], [-1, -1]]) * size / 2 @ turn.T + [x, y]
    return np.column_stack([flat, np.full(4, z)])


def main():
    folder, count, seed = sys.argv[1], int(sys.argv[2]), int(sys.argv[3])
    k1 = float(sys.argv[4]) if len(sys.argv) > 4 else 0.0
    os.makedirs(folder, exist_ok=True)
    rng = np.random.default_rng(seed)
    table = table_picture()
    lid = robot_picture()
    lenses = []
    for _ in range(3):
        f = rng.uniform(1150, 1450)
        lens = {
            "fx": f,
            "fy": f * rng.uniform(0.998, 1.002),
            "cx": WIDTH / 2 - 0.5 + rng.normal(0, 8),
            "cy": HEIGHT / 2 - 0.5 + rng.normal(0, 8),
            "k1": k1,
            "k2": 0.02 if k1 != 0 else 0.0,
        }
        lenses.append((lens, rays_through(lens)))
    with open(os.path.join(folder, "truth.jsonl"), "w") as truth:
        made = 0
        while made < count:
            lens, rays = lenses[made % len(lenses)]
            tilt, distance = np.radians(rng.uniform(0, 55)), rng.uniform(1500, 2600)
            around = rng.uniform(0, 2 * np.pi)
            middle = np.array([TABLE[0] / 2 + rng.normal(0, 60), TABLE[1] / 2 + rng.normal(0, 60), 0.0])
            off = distance * np.array([np.sin(tilt) * np.cos(around), np.sin(tilt) * np.sin(around), np.cos(tilt)])
            place = middle + off
            rotation = look_at(place, middle, rng.normal(0, 0.08))
            robot = {
                "x": rng.uniform(250, 1950),
                "y": rng.uniform(200, 900),
                "height": rng.uniform(0, 150),
                "heading": rng.uniform(-np.pi, np.pi),
            }
            all_tags = [corners(t["x_mm"], t["y_mm"], 0, t["size_mm"] + 24, 0) for t in table[2]]
            all_tags.append(corners(robot["x"], robot["y"], robot["height"], ROBOT_TAG + 20, robot["heading"]))
            pixels = project(np.concatenate(all_tags), lens, rotation, place)
            whole = (pixels > 2).all() and (pixels[:, 0] < WIDTH - 3).all() and (pixels[:, 1] < HEIGHT - 3).all()
            if not whole:
                continue
            scene = {"table": table, "lid": lid, "robot": robot}
            noise, blur, light = rng.uniform(1, 5), rng.uniform(0.5, 1.1), rng.uniform(0, 0.25)
            picture = picture_of(scene, lens, rotation, place, rays, noise, blur, light, rng)
            name = f"{made:03d}.png"
            cv2.imwrite(os.path.join(folder, name), picture)
            line = {
                "picture": name,
                "tilt_deg": float(np.degrees(tilt)),
                "distance_mm": float(distance),
                "noise": noise,
                "blur_px": blur,
                "table": {
                    "dictionary": "DICT_APRILTAG_36h11",
                    "tags": table[2],
                    "robot": {"id": ROBOT_ID, "size_mm": ROBOT_TAG, "height_mm": robot["height"]},
                    "lens": lens,
                },
                "x_mm": robot["x"],
                "y_mm": robot["y"],
                "heading_deg": float(np.degrees(robot["heading"])),
                "corners_px": project(all_tags_exact(table[2], robot), lens, rotation, place).round(3).tolist(),
            }
            truth.write(json.dumps(line) + "\n")
            made += 1


def all_tags_exact(tags, robot):
    exact = [corners(t["x_mm"], t["y_mm"], 0, t["size_mm"], 0) for t in tags]
    exact.append(corners(robot["x"], robot["y"], robot["height"], ROBOT_TAG, robot["heading"]))
    return np.concatenate(exact)


main()
