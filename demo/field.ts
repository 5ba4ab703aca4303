import type { Field } from '../src/core/field/field.ts';
import { rectangle } from '../src/core/mathematics/polygon.ts';

export const FIELD_NAME = 'Saltmarsh Watch';

/** The made-up table of the demo: four models, two printed lines, two start places. */
export const FIELD: Field = {
  width: 2200,
  height: 1100,
  border: true,
  ground: 'white',
  matchSeconds: 140,
  models: [
    {
      id: 'tide-gauge',
      name: 'Tide Gauge',
      outline: rectangle(1930, 820, 150, 200),
      zone: {
        target: { x: 1890, y: 905, heading: 0 },
        shape: { kind: 'circle', radius: 30 },
        headingTolerance: null,
      },
      points: 30,
      seen: true,
    },
    {
      id: 'sluice',
      name: 'Sluice',
      outline: rectangle(1200, 60, 150, 110),
      zone: {
        target: { x: 1275, y: 205, heading: -Math.PI / 2 },
        shape: { kind: 'circle', radius: 35 },
        headingTolerance: null,
      },
      points: 20,
      seen: true,
    },
    {
      id: 'heron-hide',
      name: 'Heron Hide',
      outline: rectangle(560, 880, 220, 120),
      zone: {
        target: { x: 670, y: 842, heading: Math.PI / 2 },
        shape: {
          kind: 'polygon',
          corners: [
            { x: -11, y: -28 },
            { x: 11, y: -28 },
            { x: 11, y: 28 },
            { x: -11, y: 28 },
          ],
        },
        headingTolerance: (8 * Math.PI) / 180,
      },
      points: 25,
      seen: true,
    },
    {
      id: 'seed-bank',
      name: 'Seed Bank',
      outline: rectangle(1560, 480, 120, 120),
      zone: {
        target: { x: 1522, y: 540, heading: 0 },
        shape: { kind: 'circle', radius: 35 },
        headingTolerance: null,
      },
      points: 15,
      seen: true,
    },
  ],
  lines: [
    {
      id: 'boardwalk',
      name: 'Boardwalk',
      points: [
        { x: 880, y: 1100 },
        { x: 880, y: 705 },
        { x: 1500, y: 705 },
      ],
      width: 22,
      reflectance: 0,
      colour: null,
    },
    {
      id: 'flood-mark',
      name: 'Flood Mark',
      points: [
        { x: 1000, y: 460 },
        { x: 1000, y: 620 },
      ],
      width: 24,
      reflectance: 0.8,
      colour: 'red',
    },
  ],
  walls: [],
  picture: null,
  starts: [
    { id: 'near-left', name: 'Near left', pose: { x: 180, y: 190, heading: 0 } },
    {
      id: 'near-left-up',
      name: 'Near left, facing away',
      pose: { x: 190, y: 180, heading: Math.PI / 2 },
    },
  ],
};
