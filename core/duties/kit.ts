/** What lies ready before a box comes (W72, common practice). */
export const kitWords = (marine: boolean): string =>
  `Blunt scissors, net, cup, low bucket, clip, airline with a valve, thermometer, pH strips, ${marine ? 'refractometer, ' : ''}binder, dim torch, towel, camera; containers for waste water.`;
