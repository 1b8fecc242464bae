/** The square around a body, turned with it: in pixels of the frame, the turn in radians. */
export type Region = { x: number; y: number; size: number; turn: number };

type Spot = { x: number; y: number };

/** From the middle of the hips and a point on the circle around the body: the square takes a quarter more. */
export function regionAround(middle: Spot, rim: Spot): Region {
  const [dx, dy] = [rim.x - middle.x, rim.y - middle.y];
  return { ...middle, size: 2.5 * Math.hypot(dx, dy), turn: Math.PI / 2 - Math.atan2(-dy, dx) };
}

/** A place in the square, 0 to 1 across and down it, as a place in the frame. */
export function unturned({ x, y, size, turn }: Region, across: number, down: number): Spot {
  const [u, v] = [(across - 0.5) * size, (down - 0.5) * size];
  return { x: x + u * Math.cos(turn) - v * Math.sin(turn), y: y + u * Math.sin(turn) + v * Math.cos(turn) };
}

/** The part of the frame in which the body of a region is, about. */
export const around = ({ x, y, size }: Region) => ({
  x: x - 0.22 * size,
  y: y - 0.4 * size,
  width: 0.44 * size,
  height: 0.8 * size,
});
