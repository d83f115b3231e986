/** Towns for a first journey: coordinates rounded to a hundredth of a degree, from memory (†). */
export interface Place {
  name: string;
  lat: number;
  lon: number;
  zone: string;
}

export const places: readonly Place[] = [
  { name: 'Coimbra', lat: 40.21, lon: -8.43, zone: 'Europe/Lisbon' },
  { name: 'Bilbao', lat: 43.26, lon: -2.93, zone: 'Europe/Madrid' },
  { name: 'Graz', lat: 47.07, lon: 15.44, zone: 'Europe/Vienna' },
  { name: 'Tartu', lat: 58.38, lon: 26.72, zone: 'Europe/Tallinn' },
  { name: 'Bergen', lat: 60.39, lon: 5.32, zone: 'Europe/Oslo' },
  { name: 'Kraków', lat: 50.06, lon: 19.94, zone: 'Europe/Warsaw' },
  { name: 'Leeds', lat: 53.8, lon: -1.55, zone: 'Europe/London' },
  { name: 'Bari', lat: 41.12, lon: 16.87, zone: 'Europe/Rome' },
  { name: 'Groningen', lat: 53.22, lon: 6.57, zone: 'Europe/Amsterdam' },
  { name: 'Tampere', lat: 61.5, lon: 23.76, zone: 'Europe/Helsinki' },
  { name: 'Brisbane', lat: -27.47, lon: 153.03, zone: 'Australia/Brisbane' },
  { name: 'Adelaide', lat: -34.93, lon: 138.6, zone: 'Australia/Adelaide' },
  { name: 'Minneapolis', lat: 44.98, lon: -93.27, zone: 'America/Chicago' },
  { name: 'Tucson', lat: 32.22, lon: -110.97, zone: 'America/Phoenix' },
  { name: 'Halifax', lat: 44.65, lon: -63.57, zone: 'America/Halifax' },
];
