import type { CardWords } from './words';

const first = 'Kantong ini dulu, dan sesedikit mungkin disentuh.';
const apart = 'Ke akuarium perawatan sendiri; serok dan gelas tidak menyentuh yang lain.';
const label = 'Potret kantong yang masih tertutup bersama labelnya.';
const bands = 'Karet yang tegang bisa melenting ke mata: palingkan muka.';
const mains =
  'Tangan basah dan listrik jangan bertemu: kabel dibuat melengkung ke bawah, dan pasang pemutus arus bocor.';
const closures = {
  bands: ['Gulung karet ke atas, atau gunting di pilinannya.', bands],
  knot: ['Gunting tepat di bawah simpul dengan gunting tumpul, di atas air.', undefined],
  'knot-bands': ['Gulung karet, lalu gunting di bawah simpul dengan gunting tumpul.', bands],
  gooseneck: ['Buka pilinan leher yang dilipat; tidak ada yang digunting.', bands],
} as const;
const handling = {
  ground: 'Letakkan satu per satu di dasar yang kokoh, tegak: yang terguling tidak bisa berbalik sendiri.',
  underWater: 'Selalu di bawah air, jangan terkena udara; cahaya redup, sedikit arus.',
  poured: 'Burayak dituang: gelas di bawah permukaan, pelan; jangan kena serok.',
  walkOut: 'Miringkan wadah di bawah permukaan dan biarkan mereka keluar; serok mencabut kakinya.',
  cup: 'Dengan gelas, bukan serok: durinya tersangkut.',
  hands: 'Angkat dengan tangan bersih dan basah, kepala dan perut ditopang; tanpa serok.',
  small: 'Yang kecil satu per satu dengan gelas atau serok halus, ke sudut jauh yang berlindung.',
} as const;

export const cardId: CardWords = {
  steps: {
    place: () => ['Apungkan kantong tertutup', 'Di tempat teduh, lampu mati. Jangan dibuka dulu.'],
    float: () => ['Mengapung tertutup', 'Suhu kantong menyesuaikan lewat plastiknya.'],
    open: (f) => {
      const [how, care] = closures[f.closure];
      const then = {
        'float-transfer': 'Ikan segera dikeluarkan.',
        cups: 'Gulung tepinya supaya mengapung terbuka.',
        drip: 'Tuang semua ke ember rendah, tutup, jaga hangat. Alirkan sifon.',
        scoop: 'Pengikat amonia dengan dosis terkuat pada labelnya, segera.',
        degas: 'Gantung kantong terbuka di akuarium, gelembung udara pelan.',
        pinhole: 'Ikan segera dikeluarkan.',
        staged: 'Ikan segera dikeluarkan.',
        regas: 'Buang sebagian besar air melalui serok.',
        straight: 'Tanpa diapungkan, tanpa dicampur: hanya jenis yang kuat.',
      }[f.method];
      const also = {
        drip: 'Alirkan sifon dengan bola pompa atau dengan mengisi selang: jangan dengan mulut.',
        scoop:
          'Sarung tangan, jauh dari anak-anak. Jangan pengikat pereduksi bila ada tembaga yang tidak diketahui jenisnya.',
        degas: 'Listrik dan air: kabel melengkung dan pemutus arus bocor; pompa di atas permukaan air.',
      }[f.method as 'drip'];
      return ['Buka kantong', `${how} ${then}`, [care, also].filter(Boolean).join(' ') || undefined];
    },
    openAgain: () => ['Buka lagi', 'Ikan segera dikeluarkan.'],
    net: (f) => [
      'Pindahkan ikan',
      `${f.count} menurut label, ke ${f.tank}; periksa kantong yang kosong. Air kantong jangan masuk akuarium. ${f.handling.map((h) => handling[h]).join(' ')}`,
      `Hanya pita yang dipotong; jangan ada pisau dekat kantong. ${mains}`,
    ],
    level: (f) =>
      f.sea
        ? [
            'Matikan pompa, skimmer, dan pengisi otomatis',
            'Tandai tinggi air pada kaca.',
            'Cabut steker dengan tangan kering.',
          ]
        : [
            'Tandai tinggi air akuarium',
            'Secarik pita pada kaca; filter boleh menyala.',
            'Cabut steker dengan tangan kering.',
          ],
    refill: (f) => [
      'Isi sampai tanda',
      f.sea
        ? `${f.litres} L air asin yang sudah disiapkan. Lalu nyalakan pengisi, skimmer, dan pompa.`
        : `${f.litres} L bersuhu sama.`,
    ],
    cup: (f) => [`Tuang gelas ${f.n}`, `Segelas ${f.ml} mL air akuarium, lewat tepi.`],
    rest: () => ['Tunggu', 'Biarkan ikan tenang.'],
    pour: (f) =>
      f.method === 'scoop'
        ? ['Tuang ke wadah rendah', 'Ikan dan air bersama, pelan; senter redup menggiringnya.']
        : ['Buang setengahnya', 'Ke ember, melalui serok. Jangan ke akuarium.'],
    rate: (f) => [
      'Atur tetesan',
      f.drops
        ? `${f.drops} tetes per detik, ${f.mlPerMin} mL per menit.`
        : `${f.mlPerMin} mL per menit: beberapa selang, atau satu takaran tiap menit.`,
    ],
    drip: (f) => ['Biarkan menetes', `${f.mlPerMin} mL per menit, sampai menjadi dua kali.`],
    look: (f) => ['Periksa tetesan', `Tetesan melambat: kembali ${f.mlPerMin} mL per menit.`],
    add: (f) => [`Tambahkan ${f.litres} L air akuarium`, 'Lewat tepi kantong.'],
    match: (f) => [
      `Samakan karantina ke ${f.salinity}`,
      `${f.grams ? `${f.grams} g garam laut, dilarutkan dalam air akuarium, masukkan pelan.` : f.litres ? `Keluarkan ${f.litres} L dan masukkan air tawar sebanyak itu.` : 'Dengan air yang sudah disamakan.'} Pengisi otomatis mati; ukur setelah sepuluh menit.`,
    ],
    room: () => [
      'Biarkan kotak terbuka di ruangan',
      'Kantong tertutup, tutup kotak dibuka; jangan kena matahari atau pemanas.',
    ],
    warm: (f) => ['Biarkan menghangat', `Paling cepat ${f.cPerH} °C per jam; bila lebih cepat, pasang lagi tutupnya.`],
    water: (f) => [`Tambahkan ${f.litres} L air akuarium`, 'Pelan, lewat tepi.'],
    oxygen: () => [
      'Segera isi oksigen, tutup',
      'Bagian oksigen sebanyak semula.',
      'Oksigen: tanpa api, tanpa minyak, tabung tegak dan dirantai, katup dibuka perlahan. Menurut aturan setempat.',
    ],
    empty: () => ['Kosongkan wadah', 'Sebelum kantong berikutnya: air dari dua asal tidak pernah dicampur.'],
    dim: (f) => [`Matikan lampu ${f.tank}`, 'Senter redup untuk tangan. Bila sudah ada penghuni, beri makan dulu.'],
    ready: () => [
      'Siapkan rendaman',
      'Satu ember air akuarium dengan larutan, menurut label; satu lagi air akuarium bersih untuk membilas.',
      'Sarung tangan dan kacamata: sebagian karang beracun bagi kulit dan mata.',
    ],
    dip: () => [
      'Rendam karang',
      'Di ember berisi air akuarium, menurut label larutan; goyangkan, lihat yang jatuh, bilas di air akuarium bersih.',
      'Sarung tangan dan kacamata: sebagian karang beracun bagi kulit dan mata. Larutan menurut labelnya, jangan masuk akuarium.',
    ],
    sample: (f) =>
      f.n === 10
        ? [
            'Ambil sepuluh sebagai contoh',
            'Sepuluh ekor di piring berisi air akuarium: berapa yang siripnya rusak, berapa panjangnya? Tulis di catatan kantong.',
          ]
        : ['Contoh air lewat lubang jarum', 'Ukur salinitas, tutup lubang dengan pita.'],
    after: (f) => [
      'Tutup akuarium',
      `${f.jumpers ? 'Mereka melompat: tutup atau handuk di atas semuanya' : 'Handuk di atas kaca'}, cahaya redup satu dua hari. Air kantong ke saluran, serok dan gelas ke disinfektan.`,
      'Disinfektan: sarung tangan, bilas bersih, jangan masuk akuarium.',
    ],
  },
  signs: {
    side: 'rebah menyamping',
    fast: 'napas cepat',
    still: 'diam dan pucat',
    torn: 'sirip atau sisik luka',
    spots: 'bintik atau debu',
    fuzz: 'jamur atau luka',
    cloudy: 'air keruh',
    slime: 'air berlendir',
    flat: 'kantong kempis',
    leaked: 'bocor',
    dyed: 'air berwarna',
    fewer: 'kurang dari label',
    stowaway: 'penumpang gelap',
    other: 'bukan pesanan',
    oneLayer: 'satu kantong',
    twoLayers: 'dua kantong berlapis',
    threeLayers: 'tiga kantong',
    waterThird: 'sepertiga air',
    waterHalf: 'setengah air',
    waterMost: 'hampir semua air',
    paperRound: 'dibungkus kertas',
    coverIn: 'ada pelindung ikan di dalam',
    lidPack: 'pemanas di bawah tutup',
    bagPack: 'pemanas menempel kantong',
    noPack: 'tanpa pemanas',
    foam: 'busa di semua sisi',
    noFoam: 'tanpa busa',
    noCopper: 'tanpa tembaga dalam air',
    copper: 'ada tembaga dalam air',
    copperUnknown: 'soal tembaga tidak diketahui',
    warmPacks: 'pemanas masih hangat',
    coldPacks: 'pemanas sudah dingin',
    wetPaper: 'kertas basah',
    crushed: 'penyok atau terbuka',
  },
  so: {
    side: first,
    fast: first,
    still:
      'Diam dan pucat di kantong kempis belum tentu mati: jangan disentuh. Banyak yang pulih beberapa menit setelah keluar.',
    torn: 'Angkat dengan tangan atau gelas, bukan serok.',
    spots: apart,
    fuzz: apart,
    cloudy: 'Amonia tinggi: segera keluar dari air ini setelah dibuka.',
    flat: 'Oksigennya mungkin habis: kantong ini dulu.',
    leaked: 'Air tinggal sedikit: kantong ini dulu.',
    dyed: 'Ada yang dibubuhkan: tanyakan apa, dan jangan menambah apa pun.',
    fewer: label,
    other: label,
    stowaway: 'Ke karantina, bukan ke akuarium utama.',
    bagPack: 'Pemanas yang menempel kantong melepuhkan atau menyesakkan: beri tahu pengirim.',
    copper: 'Jangan pengikat pereduksi di air ini; keong, udang, kepiting, dan karang segera keluar.',
    copperUnknown:
      'Tanyakan kepada pengirim soal tembaga, dan jenisnya; sampai itu jangan pengikat pereduksi di air ini.',
    wetPaper: 'Ada kantong bocor: cari yang mana.',
    crushed: 'Potret sebelum ada yang dikeluarkan: jasa angkut memintanya.',
  },
  figures: {
    tempC: 'Air, °C',
    pH: 'pH',
    khDkh: 'KH, °d',
    ghDgh: 'GH, °d',
    salinity: 'Salinitas',
    tanMgNL: 'Amonia total, mg N/L',
    oxygenMgL: 'Oksigen, mg/L',
    tdsMgL: 'Terlarut, mg/L',
    alive: 'Hidup',
    dead: 'Mati',
    tornFins: 'Sirip rusak, dari sepuluh',
    lengthCm: 'Panjang, cm',
    doubtful: 'Meragukan',
  },
  paths: {
    weak: 'Mereka lemah: dulukan, dan sesedikit mungkin disentuh.',
    ill: 'Mereka tampak sakit: ke akuarium perawatan sendiri, sesedikit mungkin disentuh.',
    drugged: 'Mereka dalam air berobat penenang: segera ke air bersih, apa pun pertimbangan lain.',
  },
  looks: [
    'Setengah jam lagi, dari jauh: tegak, napas tenang, tidak ada yang dikejar.',
    'Malamnya, lampu redup: siapa bersembunyi, siapa di permukaan, siapa digigit? Hari ini tanpa makan.',
    'Setelah dua hari: handuk diangkat, lampu berangsur. Mau makan? Amonia dan nitrit 0?',
  ],
  box: {
    air: 'Udara di antara kantong, °C',
    title: 'Kotak',
    here: 'Kotak sudah tiba',
    since: (t) => `Tiba sejak ${t}`,
    slip: 'Itu keliru',
    earlier: 'Tibanya pukul',
    ask: 'Apa yang terlihat di kotak?',
  },
  film: {
    packed: 'Cara pengemasannya',
    title: 'Dari luar kantong tertutup',
    hint: 'Lihat, hitung, dan potret sebelum ada yang dibuka. Diam dan pucat belum tentu mati: jangan disentuh.',
    label: (n) => `${n} menurut label`,
    computed: (t, pH) => `terhitung ${t} °C, pH ${pH}`,
    measure: 'Hasil ukur Anda',
    note: 'Catatan',
    photo: 'Potret',
    photos: (n) => `${n} foto`,
    full: 'Peramban ini tidak muat foto lagi: kirim yang ada.',
    noPicture: 'Berkas ini bukan gambar.',
  },
  ask: {
    number: 'Tulis angka.',
    between: (min, max) => `Antara ${min} dan ${max}.`,
    odd: (what, value) => `${what}: ${value}. Benarkah? Baca lagi, atau simpan.`,
    sum: (counted, n) => `${counted} terhitung, ${n} menurut label.`,
    isSo: 'Memang begitu',
  },
  tank: {
    title: (name) => `Akuarium Anda ${name}`,
    hint: 'Seperti yang Anda katakan kepada pengirim. Tulis hasil ukur, semuanya dihitung ulang.',
    guessed: 'belum diukur',
  },
  ways: {
    title: 'Cara membuka',
    simplest: 'Paling sedikit kerja tangan, dan tidak ada yang mendekati batas daya tahan mereka.',
    either: 'Keduanya sama beratnya di sini: pilih yang Anda kuasai.',
    least: (way) => `${way}: paling ringan di sini.`,
    start: 'Mulai',
    others: 'Cara lain',
    hands: (m) => `${m} menit kerja tangan`,
    ammonia: 'Amonia, × kriteria·menit',
    phStep: 'Lompatan pH dalam 5 menit',
    until: 'Pindah setelah',
    minutes: (n) => `${n} menit`,
    contradiction: 'pH dan kesadahan karbonat tidak mungkin keduanya benar: ukur lagi.',
    stops: {
      sea: (tank) => `Berhenti. ${tank} berisi air laut; hewan ini hidup di air tawar.`,
      fresh: (tank) => `Berhenti. ${tank} kurang asin; hewan ini hidup di laut.`,
      cold: (tank, t, limit) => `Berhenti. ${tank} ${t} °C; selama sehari mereka tahan ${limit} °C atau lebih.`,
      warm: (tank, t, limit) => `Berhenti. ${tank} ${t} °C; selama sehari mereka tahan paling tinggi ${limit} °C.`,
      ammonia: (tank, tan, limit) =>
        `Berhenti. ${tank} mengandung ${tan} mg/L amonia; lebih dari ${limit} berbahaya. Ganti air dulu.`,
      nitrite: (tank, mg, limit) =>
        `Berhenti. ${tank} mengandung ${mg} mg/L nitrit; lebih dari ${limit} berbahaya. Ganti air dulu.`,
      because: 'Tetap mulai, karena',
    },
  },
  run: {
    title: 'Sedang berjalan',
    done: (what) => `Selesai: ${what}`,
    skip: 'Lanjut tanpa menunggu',
    then: (what) => `lalu: ${what}`,
    pause: 'Jeda',
    goOn: 'Lanjut',
    back: 'Batalkan tekanan terakhir',
    stop: 'Hentikan',
    stopSure: 'Hentikan urutan ini? Kantongnya menunggu lagi.',
    round: 'Satu putaran lagi',
    waits: 'menunggu tangan Anda',
    waited: (m) => `sudah ${m} menit menunggu tangan Anda`,
    now: (t, pH) => `Terhitung sekarang ${t} °C, pH ${pH}.`,
    again: 'lagi',
    readAt: (t) => `Diukur lagi pukul ${t}: selanjutnya dihitung dari situ.`,
    notNear: (t, pH) => `Pada akhirnya masih ${t} °C dan pH ${pH} dari akuarium: satu putaran lagi.`,
    enough: 'Cukup dekat: sudah boleh pindah.',
    across: 'Mereka sudah pindah',
    soundOn: 'Suara nyala',
    soundOff: 'Suara mati',
    lightsDown: 'Redupkan',
    lightsUp: 'Terangkan',
  },
  end: {
    title: 'Yang tiba',
    left: (bags) => `Masih harus dibuka: ${bags}.`,
    all: 'Semua sudah pindah.',
    finish: 'Semua selesai',
    finished: (t) => `Selesai ${t}`,
    remarks: 'Apa lagi yang perlu diketahui pengirim',
    hours: (h) => `${h} jam dalam kantong`,
    save: 'Simpan berkas untuk pengirim',
    share: 'Kirim',
    codes: 'Tampilkan sebagai kode',
    codeOf: (n, total) => `Kode ${n} dari ${total}`,
    hold: 'Pengirim membacanya dengan “Scan”, satu per satu. Foto hanya ikut dalam berkas.',
    copy: 'Salin sebagai teks',
    copied: 'Tersalin: tempel ke pesan.',
    why: 'Isinya yang benar-benar terjadi: angka pengirim belajar darinya.',
    claim: (h) =>
      `Bila ada yang mati: beri tahu pengirim dalam ${h} jam setelah diantar, dengan foto kantong tertutup dan labelnya.`,
    looks: 'Lihat lagi',
  },
  page: {
    shut: (t) => `Ditutup ${t}`,
    expected: (t) => `diperkirakan ${t}`,
    keeps: 'Yang Anda tulis tetap di peramban ini, walau ditutup atau tanpa jaringan.',
    loses: 'Peramban ini tidak menyimpan apa-apa: biarkan halaman terbuka sampai berkas disimpan.',
    clear: 'Hapus semua yang ditulis',
    clearSure: 'Hapus semua yang ditulis pada kartu ini?',
    language: 'Bahasa',
    noneAlive: 'tidak ada yang hidup',
    mains,
  },
};
