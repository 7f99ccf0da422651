import { z } from 'zod';
import {
  densityOf,
  layersOf,
  layerThickness,
  minutesUntil,
  PLASTIC,
  rollingOf,
  sheetLength,
  trianglesOf,
} from '@jovet/core/lamination';
import { bad, good, problem } from '@jovet/core/problem';
import { Kilograms } from '../schemas.ts';
import { calculation, FormulaRef, Mass, Pieces } from './calculation.ts';

const Millimetres = z.number().describe('mm');
const Metres = z.number().describe('m');
const Sides = z.object({ length: Metres, width: Metres, thickness: Millimetres });
const Laminate = z.object({ dough: Kilograms, fat: Kilograms });

/** Calculations about laminated doughs, by the last word of their address. */
export const LAMINATION = {
  laminate: calculation({
    summary: 'A laminated dough: its layers, its sheet, and the minutes until its fat is soft',
    description: 'Layers after lock-in and turns, the size of the sheet, the thickness of a layer.',
    request: z.strictObject({
      dough: Mass.max(2000),
      fat: Mass.max(2000),
      lockedIn: z.number().int().min(1).max(3).default(1).describe('layers of fat that are folded in'),
      turns: z.array(z.enum(['half', 'single', 'double'])).max(8),
      thickness: z.number().min(0.5).max(100).describe('mm'),
      width: z.number().min(0.05).max(5).describe('m'),
      base: z.number().min(0.01).max(1).optional().describe('m, of triangles that are cut'),
      from: z.number().min(-30).max(40).describe('°C now'),
      room: z.number().min(-10).max(50).describe('°C'),
    }),
    answer: z.object({
      density: z.number().describe('kg/m³'),
      fatLayers: z.number(),
      layers: z.number(),
      fatThickness: z.number().describe('mm'),
      doughThickness: z.number(),
      length: z.number().describe('m'),
      triangles: z.number().nullable().describe('of a strip'),
      soft: z.number().nullable().describe('minutes until the fat smears; null: it does not in this room'),
    }),
    example: {
      dough: 6,
      fat: 1.5,
      turns: ['single', 'double'],
      thickness: 4,
      width: 0.6,
      base: 0.09,
      from: 8,
      room: 22,
    },
    run: ({ lockedIn, turns, thickness, width, base, from, room, ...of }) => {
      const layers = layersOf(lockedIn, turns);
      const each = layerThickness(of, layers, thickness);
      const length = sheetLength(of, width, thickness);
      const soft = minutesUntil(of, thickness, from, PLASTIC.to, room);
      return good({
        density: densityOf(of),
        fatLayers: layers.fat,
        layers: layers.all,
        fatThickness: each.fat,
        doughThickness: each.dough,
        length,
        triangles: base === undefined ? null : trianglesOf(length, base),
        soft: Number.isFinite(soft) ? soft : null,
      });
    },
  }),
  roll: calculation({
    summary: 'From pieces to dough and fat, block, passes, turns, sheets and cuts',
    description: 'What the rolling card of a laminated dough says: equal sheets, none longer than 3 m.',
    request: z.strictObject({ formula: FormulaRef, order: Pieces }),
    answer: z.object({
      sheets: z.number(),
      of: Laminate.describe('one sheet'),
      fat: z.string(),
      plastic: z
        .object({ from: z.number(), to: z.number() })
        .describe('°C within which its fat can be rolled'),
      block: z.object({ fat: Sides, dough: Sides, packet: Millimetres }),
      steps: z.array(
        z.object({
          step: z.number().describe('its place in the way'),
          slug: z.string(),
          of: Laminate,
          layers: z.object({ fat: z.number(), all: z.number() }),
          from: Millimetres,
          passes: z.array(Millimetres),
          folded: Millimetres,
          each: z.object({ fat: Millimetres, dough: Millimetres }),
          length: Metres,
          width: Metres,
        }),
      ),
      last: z.array(z.array(Millimetres)).describe('passes to what is cut, for each product'),
      products: z.array(
        z.object({
          product: z.string(),
          name: z.string(),
          pieces: z.number(),
          sheets: z.number(),
          plan: z
            .object({
              cut: z.string(),
              pieces: z.number().describe('of one sheet'),
              mass: Kilograms,
              base: Metres,
              height: Metres,
              strips: z.number(),
              thickness: Millimetres,
              width: Metres,
              length: Metres,
              eachStrip: z.number(),
              kilograms: Kilograms,
              trim: Kilograms,
            })
            .nullable()
            .describe('null: its way does not say how it is cut'),
          top: z.object({ dough: z.string(), kilograms: Kilograms, thickness: Millimetres }).nullable(),
          trim: Kilograms.describe('left of all sheets'),
          again: Kilograms.describe('of it that the next dough may take'),
          share: z.number().describe('trim in percent of the dough'),
        }),
      ),
    }),
    example: {
      formula: 'butter-crescents',
      order: [{ product: 'butter-crescent', pieces: 80, scaledWeight: 0.066 }],
    },
    run: ({ formula: name, order }, named) => {
      const formula = named(name);
      if (!formula.ok) return formula;
      const rolling = rollingOf(formula.value, order);
      if (!rolling)
        return bad(
          problem(
            'formula',
            `Into ${formula.value.doc.name} no fat is folded.`,
            'Choose a formula with a lock-in and a fat that is folded in, and ask for some pieces.',
          ),
        );
      return good({
        ...rolling,
        plastic: { ...rolling.plastic },
        steps: rolling.steps.map((step) => ({ ...step, passes: [...step.passes] })),
        last: rolling.last.map((all) => [...all]),
        products: rolling.products.map(({ product, name: of, pieces, sheets, plan, top, trim, again, share }) => (
          { product, name: of, pieces, sheets, plan: plan && { ...plan }, top: top && { ...top }, trim, again, share }
        )),
      }); // prettier-ignore
    },
  }),
};
