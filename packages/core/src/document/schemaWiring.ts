import Joi from 'joi';
import { entries, id, name, position, words } from './schemaKit';
import { SIZE_NAMES, SURROUNDINGS } from './wiring';

/** What the wiring of a job may hold at most. */
const MOST_WIRING = { stretches: 60, circuits: 200, own: 40, coils: 60 } as const;

const sizeName = Joi.string().valid(...SIZE_NAMES);
/** Keys of circuits are made of what they belong to. */
const circuitKey = /^(?!(constructor|prototype)$)[a-z0-9-]{1,60}$/;
const pin = Joi.string().valid('pin', 'socket');
/** What a person says about the wires of a job. */
export const wiringSchema = Joi.object({
  ...entries('/wiring', ['fault']),
  lengths: Joi.object(entries('/wiring/lengths')).required(),
  drop: Joi.object(entries('/wiring/drop')).required(),
  stretches: Joi.object()
    .pattern(
      id,
      Joi.object({
        name: name.allow('').required(),
        position,
        surroundings: Joi.string()
          .valid(...Object.keys(SURROUNDINGS))
          .required(),
        raceway: Joi.string().valid('none', 'plastic', 'steel').required(),
        traffic: Joi.boolean().required(),
        ...entries('/wiring/stretches/*', ['ambient', 'depth', 'bends']),
      }),
    )
    .max(MOST_WIRING.stretches)
    .required(),
  circuits: Joi.object()
    .pattern(
      circuitKey,
      Joi.object({
        path: Joi.array().items(Joi.string().pattern(id)).max(12).unique().required(),
        size: sizeName.allow(null).required(),
        metal: Joi.string().valid('copper', 'aluminium').required(),
        plugs: Joi.object({
          panels: pin.required(),
          controller: pin.allow(null).required(),
          pieces: Joi.array()
            .items(
              Joi.object({
                name: name.allow('').required(),
                near: pin.required(),
                far: pin.required(),
                swaps: Joi.boolean().allow(null).required(),
              }),
            )
            .max(8)
            .required(),
        })
          .allow(null)
          .required(),
        ...entries('/wiring/circuits/*', ['side', 'fuse']),
      }),
    )
    .max(MOST_WIRING.circuits)
    .required(),
  own: Joi.object()
    .pattern(
      id,
      Joi.object({
        name: name.allow('').required(),
        position,
        ac: Joi.boolean().required(),
        ...entries('/wiring/own/*'),
      }),
    )
    .max(MOST_WIRING.own)
    .required(),
  coils: Joi.object()
    .pattern(
      id,
      Joi.object({
        position,
        size: sizeName.required(),
        colour: words.trim().max(30).allow('').required(),
        ...entries('/wiring/coils/*'),
      }),
    )
    .max(MOST_WIRING.coils)
    .required(),
}).required();
