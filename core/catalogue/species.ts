import type { Species } from './schema';
import { moreRows } from './species-more';
import { speciesOfRow, type SpeciesRow } from './species-row';

/**
 * Commonly shipped fishes and invertebrates. Every figure is from memory
 * or common practice (†), none from a published table. Users edit them; their own measured values outrank these.
 *
 * Temperatures are where they are at ease; what they bear for a day follows by one rule (`species-row.ts`).
 */
// oxfmt-ignore
const rows: readonly SpeciesRow[] = [
  ['lemon-tetra', 'Lemon tetra', 'Hyphessobrycon pulchripinnis', 'fresh', 'fish', 'ordinary', [21, 28], 25, 3.5, 0.017, 'small-community', 1, 'group', 'breather-bag', 'slim', '#C9B458', '#3E5459'],
  ['cardinal-tetra', 'Cardinal tetra', 'Paracheirodon axelrodi', 'fresh', 'fish', 'delicate', [22, 29], 26, 3, 0.013, 'small-community', 1, 'group', 'breather-bag', 'slim', '#2E7C9E', '#B5493A'],
  ['boesemans-rainbowfish', 'Boeseman’s rainbowfish', 'Melanotaenia boesemani', 'fresh', 'fish', 'ordinary', [22, 28], 25, 8, 0.016, 'small-community', 1.2, 'group', '', 'deep', '#45617F', '#D08A45'],
  ['steel-blue-killifish', 'Steel-blue killifish', 'Fundulopanchax gardneri', 'fresh', 'fish', 'ordinary', [20, 27], 23, 5, 0.013, 'small-community', 0.9, 'group', 'jumper breather-bag', 'slim', '#3E8FA3', '#2A5F73'],
  ['honey-gourami', 'Honey gourami', 'Trichogaster chuna', 'fresh', 'fish', 'hardy', [22, 29], 26, 4, 0.018, 'small-community', 0.6, 'group', 'labyrinth', 'deep', '#D3A24A', '#9C6B2A'],
  ['siamese-fighter', 'Siamese fighter', 'Betta splendens', 'fresh', 'fish', 'hardy', [23, 30], 26, 5.5, 0.012, 'small-community', 0.6, 'alone', 'labyrinth territorial long-finned jumper', 'slim', '#8C3B5E', '#4B2E6B'],
  ['panda-cory', 'Panda cory', 'Corydoras panda', 'fresh', 'fish', 'ordinary', [20, 26], 23, 4, 0.02, 'small-community', 0.9, 'group', 'spiny dye-sensitive', 'flat', '#D8C3A5', '#38322C'],
  ['bristlenose', 'Bristlenose catfish', 'Ancistrus sp.', 'fresh', 'fish', 'ordinary', [21, 28], 25, 7, 0.015, 'cichlid-like', 0.8, 'one-or-four', 'spiny dye-sensitive territorial', 'flat', '#5E5140', '#A39468'],
  ['guppy', 'Guppy', 'Poecilia reticulata', 'fresh', 'fish', 'ordinary', [21, 29], 25, 3, 0.013, 'tiny-livebearer', 1.1, 'group', 'long-finned breather-bag', 'slim', '#A9B7AE', '#C9702E'],
  ['angelfish', 'Angelfish', 'Pterophyllum scalare', 'fresh', 'fish', 'ordinary', [23, 30], 27, 6, 0.022, 'cichlid-like', 0.9, 'one-or-four', 'long-finned territorial predator', 'deep', '#C7CBC4', '#3C3F3E'],
  ['ram-cichlid', 'Ram cichlid', 'Mikrogeophagus ramirezi', 'fresh', 'fish', 'delicate', [25, 31], 28, 4.5, 0.02, 'cichlid-like', 1, 'one-or-four', 'territorial spiny', 'deep', '#D0AE4B', '#4A6C94'],
  ['white-cloud', 'White cloud minnow', 'Tanichthys albonubes', 'fresh', 'fish', 'hardy', [14, 24], 20, 3.5, 0.011, 'small-community', 1.1, 'group', 'breather-bag', 'slim', '#A98D6A', '#B0281E'],
  ['goldfish', 'Goldfish', 'Carassius auratus', 'fresh', 'fish', 'hardy', [8, 24], 18, 12, 0.021, 'cool-water-large', 0.9, 'alone', '', 'deep', '#D2732F', '#F2C58B'],
  ['purple-spotted-gudgeon', 'Purple-spotted gudgeon', 'Mogurnda adspersa', 'fresh', 'fish', 'hardy', [12, 26], 20, 9, 0.012, 'cichlid-like', 0.6, 'one-or-four', 'territorial predator', 'slim', '#8A7B66', '#8B4A6B'],
  ['cherry-shrimp', 'Cherry shrimp', 'Neocaridina davidi', 'fresh', 'shrimp', 'ordinary', [16, 27], 22, 2.5, 0.014, 'none', 0.6, 'group', 'invertebrate breather-bag jumper', 'shrimp', '#B54434', '#E3A48E'],
  ['nerite-snail', 'Nerite snail', 'Neritina sp.', 'fresh', 'snail', 'hardy', [18, 28], 24, 2, 0.25, 'none', 0.25, 'group', 'invertebrate', 'shell', '#9A7B3F', '#3B2810'],
  ['bumblebee-goby', 'Bumblebee goby', 'Brachygobius doriae', 'brackish', 'fish', 'ordinary', [23, 29], 26, 3, 0.016, 'small-community', 0.7, 'group', 'territorial', 'slim', '#D9B44A', '#2B2A1E'],
  ['ocellaris-clownfish', 'Ocellaris clownfish', 'Amphiprion ocellaris', 'marine', 'fish', 'ordinary', [23, 29], 26, 5, 0.021, 'small-community', 0.9, 'pair', 'territorial', 'deep', '#D66A2C', '#FFFCF6'],
  ['green-chromis', 'Green chromis', 'Chromis viridis', 'marine', 'fish', 'ordinary', [23, 29], 26, 5, 0.02, 'small-community', 1.2, 'one-or-four', '', 'deep', '#7FB5A4', '#3F8F9A'],
  ['banggai-cardinalfish', 'Banggai cardinalfish', 'Pterapogon kauderni', 'marine', 'fish', 'delicate', [23, 28], 26, 5, 0.019, 'small-community', 0.8, 'one-or-four', 'long-finned', 'deep', '#C9CCCB', '#2B2B2B'],
  ['cleaner-shrimp', 'Skunk cleaner shrimp', 'Lysmata amboinensis', 'marine', 'shrimp', 'delicate', [23, 28], 25, 5, 0.014, 'none', 0.6, 'alone', 'invertebrate', 'shrimp', '#E4C9A0', '#B0281E'],
  ['hermit-crab', 'Blue-legged hermit crab', 'Clibanarius tricolor', 'marine', 'crab', 'hardy', [22, 29], 25, 2, 0.2, 'none', 0.3, 'group', 'invertebrate', 'shell', '#6F8BA8', '#8A5A3A'],
  ['neon-tetra', 'Neon tetra', 'Paracheirodon innesi', 'fresh', 'fish', 'ordinary', [20, 26], 24, 3, 0.013, 'small-community', 1, 'group', 'breather-bag', 'slim', '#3B7F9C', '#B5493A'],
  ['rummy-nose-tetra', 'Rummy-nose tetra', 'Hemigrammus rhodostomus', 'fresh', 'fish', 'delicate', [23, 28], 26, 4, 0.012, 'small-community', 1.1, 'group', 'breather-bag', 'slim', '#B9B7A6', '#A8332A'],
  ['ember-tetra', 'Ember tetra', 'Hyphessobrycon amandae', 'fresh', 'fish', 'ordinary', [22, 28], 25, 2, 0.013, 'tiny-livebearer', 1, 'group', 'breather-bag', 'slim', '#C8642D', '#8A3D1C'],
  ['serpae-tetra', 'Serpae tetra', 'Hyphessobrycon eques', 'fresh', 'fish', 'ordinary', [22, 28], 25, 3.5, 0.018, 'small-community', 1.1, 'group', 'nipper', 'deep', '#B5402F', '#3B2B26'],
  ['cherry-barb', 'Cherry barb', 'Puntius titteya', 'fresh', 'fish', 'ordinary', [21, 27], 24, 4, 0.014, 'small-community', 1, 'group', 'breather-bag', 'slim', '#B24A3A', '#7A2E25'],
  ['tiger-barb', 'Tiger barb', 'Puntigrus tetrazona', 'fresh', 'fish', 'ordinary', [21, 27], 24, 5, 0.02, 'small-community', 1.3, 'group', 'nipper', 'deep', '#C98A3C', '#2F2A24'],
  ['harlequin-rasbora', 'Harlequin rasbora', 'Trigonostigma heteromorpha', 'fresh', 'fish', 'ordinary', [22, 28], 25, 3.5, 0.016, 'small-community', 1, 'group', 'breather-bag', 'deep', '#C57B4B', '#3A3440'],
  ['zebra-danio', 'Zebra danio', 'Danio rerio', 'fresh', 'fish', 'hardy', [18, 28], 24, 3.5, 0.011, 'small-community', 1.4, 'group', 'breather-bag', 'slim', '#8FA0A8', '#2F4F78'],
  ['platy', 'Platy', 'Xiphophorus maculatus', 'fresh', 'fish', 'hardy', [19, 27], 24, 4, 0.018, 'tiny-livebearer', 1.1, 'group', '', 'deep', '#CC7A35', '#3A342E'],
  ['swordtail', 'Swordtail', 'Xiphophorus hellerii', 'fresh', 'fish', 'ordinary', [20, 27], 24, 7, 0.013, 'tiny-livebearer', 1.1, 'group', 'jumper', 'slim', '#B2562E', '#3F5A46'],
  ['molly', 'Molly', 'Poecilia sphenops', 'fresh', 'fish', 'ordinary', [22, 29], 26, 6, 0.017, 'tiny-livebearer', 1.2, 'group', '', 'deep', '#2F2F33', '#6A6A70'],
  ['endler', 'Endler’s livebearer', 'Poecilia wingei', 'fresh', 'fish', 'hardy', [21, 29], 25, 2.5, 0.013, 'tiny-livebearer', 1.1, 'group', 'breather-bag', 'slim', '#7FA06B', '#C9702E'],
  ['bronze-cory', 'Bronze cory', 'Corydoras aeneus', 'fresh', 'fish', 'hardy', [20, 27], 24, 5, 0.022, 'small-community', 0.9, 'group', 'spiny dye-sensitive', 'flat', '#8B7A52', '#4A5A3F'],
  ['otocinclus', 'Otocinclus', 'Otocinclus vittatus', 'fresh', 'fish', 'delicate', [21, 27], 24, 3.5, 0.012, 'tiny-livebearer', 0.9, 'group', 'dye-sensitive', 'flat', '#A79A78', '#3B3A34'],
  ['zebra-pleco', 'Zebra pleco', 'Hypancistrus zebra', 'fresh', 'fish', 'delicate', [25, 31], 28, 7, 0.014, 'cichlid-like', 0.7, 'alone', 'spiny dye-sensitive territorial', 'flat', '#E5E1D6', '#24262A'],
  ['kuhli-loach', 'Kuhli loach', 'Pangio kuhlii', 'fresh', 'fish', 'ordinary', [22, 29], 26, 8, 0.004, 'small-community', 0.8, 'group', 'dye-sensitive', 'slim', '#B9823F', '#3B2A1C'],
  ['clown-loach', 'Clown loach', 'Chromobotia macracanthus', 'fresh', 'fish', 'delicate', [24, 30], 27, 8, 0.015, 'cichlid-like', 1.1, 'group', 'spiny dye-sensitive', 'slim', '#D08A3E', '#2A2622'],
  ['discus', 'Discus', 'Symphysodon aequifasciatus', 'fresh', 'fish', 'delicate', [26, 32], 29, 9, 0.032, 'cichlid-like', 0.9, 'alone', '', 'deep', '#C77B45', '#4E7F94'],
  ['yellow-labidochromis', 'Yellow Labidochromis', 'Labidochromis caeruleus', 'fresh', 'fish', 'hardy', [22, 28], 25, 7, 0.017, 'cichlid-like', 1.1, 'one-or-four', 'territorial', 'deep', '#D8B53A', '#2E2C28'],
  ['oscar', 'Oscar', 'Astronotus ocellatus', 'fresh', 'fish', 'hardy', [22, 29], 26, 14, 0.024, 'cichlid-like', 0.9, 'alone', 'territorial predator', 'deep', '#4A4038', '#C4572E'],
  ['kribensis', 'Kribensis', 'Pelvicachromis pulcher', 'fresh', 'fish', 'ordinary', [22, 28], 25, 6.5, 0.014, 'cichlid-like', 1, 'one-or-four', 'territorial', 'slim', '#A8916B', '#9A3B58'],
  ['pearl-gourami', 'Pearl gourami', 'Trichopodus leerii', 'fresh', 'fish', 'hardy', [23, 30], 26, 8, 0.017, 'cichlid-like', 0.6, 'group', 'labyrinth', 'deep', '#B7A58A', '#A65A34'],
  ['koi', 'Koi', 'Cyprinus rubrofuscus', 'fresh', 'fish', 'hardy', [6, 25], 18, 18, 0.016, 'cool-water-large', 1, 'alone', '', 'slim', '#E4DED2', '#C4512F'],
  ['medaka', 'Medaka', 'Oryzias latipes', 'fresh', 'fish', 'hardy', [10, 29], 22, 3, 0.012, 'tiny-livebearer', 1.1, 'group', 'breather-bag', 'slim', '#C9B27A', '#8B6F3B'],
  ['celestial-danio', 'Celestial pearl danio', 'Danio margaritatus', 'fresh', 'fish', 'ordinary', [20, 26], 23, 2, 0.014, 'tiny-livebearer', 1, 'group', 'breather-bag', 'slim', '#35506B', '#C4572E'],
  ['amano-shrimp', 'Amano shrimp', 'Caridina multidentata', 'fresh', 'shrimp', 'ordinary', [18, 27], 23, 4, 0.014, 'none', 0.6, 'group', 'invertebrate breather-bag jumper', 'shrimp', '#A9A18A', '#6B5A45'],
  ['crystal-shrimp', 'Crystal shrimp', 'Caridina cantonensis', 'fresh', 'shrimp', 'delicate', [17, 24], 21, 2.5, 0.014, 'none', 0.6, 'group', 'invertebrate breather-bag', 'shrimp', '#E8E2DA', '#B0281E'],
  ['mystery-snail', 'Mystery snail', 'Pomacea diffusa', 'fresh', 'snail', 'hardy', [18, 28], 24, 4, 0.25, 'none', 0.25, 'group', 'invertebrate', 'shell', '#C9A24A', '#6B4A22'],
  ['firefish', 'Firefish', 'Nemateleotris magnifica', 'marine', 'fish', 'delicate', [23, 28], 25, 6, 0.008, 'small-community', 0.9, 'alone', 'jumper', 'slim', '#E6D9CC', '#C4412E'],
  ['royal-gramma', 'Royal gramma', 'Gramma loreto', 'marine', 'fish', 'ordinary', [23, 28], 25, 5.5, 0.015, 'small-community', 0.9, 'alone', 'territorial', 'slim', '#7A3E86', '#D6A33A'],
  ['yellow-tang', 'Yellow tang', 'Zebrasoma flavescens', 'marine', 'fish', 'delicate', [23, 28], 25, 9, 0.024, 'cichlid-like', 1.4, 'alone', 'spiny territorial', 'deep', '#E0BF33', '#B8962A'],
  ['turbo-snail', 'Turbo snail', 'Turbo fluctuosa', 'marine', 'snail', 'ordinary', [20, 27], 24, 3, 0.35, 'none', 0.25, 'group', 'invertebrate', 'shell', '#7F8A66', '#4A5238'],
];

export const species: readonly Species[] = [...rows, ...moreRows].map(speciesOfRow);

/** Oxygen use of a species against an average fish of its mass: by its row, times what own readings found. */
export const oxygenUseOf = (s: Pick<Species, 'metabolismFactor' | 'measured'>): number =>
  s.metabolismFactor * (s.measured?.factor ?? 1);

/** Typical mass, g, of a fish of a length in cm. */
export const massOfLength = (s: Species, lengthCm: number): number => s.gPerCm3 * lengthCm ** 3;
