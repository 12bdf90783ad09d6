import type { UseGroup } from '../document';

/** Words that people name uses by, most telling first. */
const WORDS: readonly (readonly [RegExp, UseGroup])[] = [
  [/anchor|bilge|windlass|navigation|autopilot|\bvhf\b|chart|awning|slide.?out|step|autohelm|winch/i, 'gear'],
  [/vehicle|\bcar\b|bicycle|e-?bike|scooter|tractor|quad|mower charg/i, 'vehicle'],
  [/fridge|freezer|refrigerat|milk cooler|cool box|cooler|ice/i, 'cold'],
  [/pump|water|borehole|\bwell\b|irrigat|uv|filter|sewage|shower/i, 'water'],
  [/\blamp|light|lantern|led\b|bulb/i, 'lighting'],
  [/kettle|cook|oven|hob|microwave|toaster|coffee|induction|stove|slow/i, 'cooking'],
  [/wash|dryer|iron|dish|vacuum/i, 'washing'],
  [/saw|drill|grind|weld|compressor|tool|mill|extractor|lathe|sander|motor|charger for tools/i, 'tools'],
  [
    /phone|radio|router|modem|satellite|laptop|computer|\btv\b|television|repeater|screen|camera|printer/i,
    'communications',
  ],
  [/fan|heat|air.?con|boiler|blanket|humidif|tape|ventil|mat\b/i, 'comfort'],
];

/** The group a use most likely belongs to, by its name. */
export const groupOf = (name: string): UseGroup =>
  WORDS.find(([pattern]) => pattern.test(name))?.[1] ?? 'other';
