/** The usual cautions, each said at the step that wants it. */
export const cautions = {
  quarantine:
    'Own net, siphon and heater for this tank; nothing goes to the display tank unless bleached and dried. Mains near water: residual-current device, drip loops. Never start a siphon by mouth. Medicines: label, local law, a veterinarian.',
} as const;
