/** Where in the picture a box of the finder sits, as shares of it. */
export type Anchor = { x: number; y: number };

/** How many cells across each layer of the finder has, and how many boxes a cell. */
const LAYERS = [
  [28, 2],
  [14, 2],
  [7, 6],
] as const;

/** The places of all boxes, in the order in which the finder speaks of them. */
export const anchors: Anchor[] = LAYERS.flatMap(([cells, boxes]) =>
  Array.from({ length: cells * cells * boxes }, (_, i) => {
    const cell = Math.floor(i / boxes);
    return { x: ((cell % cells) + 0.5) / cells, y: (Math.floor(cell / cells) + 0.5) / cells };
  }),
);
