export interface Spot {
  x: number;
  y: number;
}

/** How a room in millimetres lies on the screen. */
export interface Frame {
  width: number;
  height: number;
  k: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
}

export const points = (f: Frame, at: Spot[]) => at.map((p) => `${f.x(p.x).toFixed(1)},${f.y(p.y).toFixed(1)}`).join(" ");

export const middle = (at: Spot[]): Spot => ({
  x: at.reduce((s, p) => s + p.x, 0) / at.length,
  y: at.reduce((s, p) => s + p.y, 0) / at.length,
});
