import { again, type Words } from './words';

export const id: Words = {
  tag: 'id-ID',
  name: 'Bahasa Indonesia',
  bagOf: (n, of) => `kantong ${n} dari ${of}`,
  boxOf: (n, of) => `kotak ${n} dari ${of}`,
  keepAt: (min, max) => `Jaga pada ${min} sampai ${max} °C`,
  water: 'Air',
  oxygen: 'Oksigen',
  air: 'Udara',
  noGas: 'tanpa gas',
  layers: (n) => `${n} lapis`,
  fromTank: (tank) => `dari akuarium ${tank}`,
  sexes: { male: 'jantan', female: 'betina', pair: 'sepasang', mixed: 'jantan dan betina' },
  inTheWater: 'Di dalam air',
  openBefore: (town) => `Buka sebelum, di ${town}`,
  whenItArrives: 'Saat tiba',
  arrival: {
    dim: 'Redupkan ruangan. Lihat melalui kantong tertutup dan catat yang terlihat.',
    shut: 'Biarkan tertutup sampai jaring, akuarium dan lampu siap: udara langsung mengubah airnya.',
    noFloat: 'Jangan diapungkan: letakkan di samping akuarium.',
    byCard: 'Buka menurut kartu di dalam kotak; air kantong tidak masuk akuarium.',
  },
  heed: {
    asleep: 'Mungkin tiba dalam keadaan tidur: air bersih membangunkannya.',
    still: 'Diam dan pucat belum tentu mati: biarkan gelap dan tunggu.',
    dyed: 'Airnya diberi warna.',
    breathes: 'Plastik bernapas: jangan diapungkan, jangan di atas plastik.',
    lies: 'Dibaringkan.',
    soft: 'Sengaja lembek: tidak bocor.',
  },
  from: 'Dari',
  to: 'Kepada',
  phone: 'Telepon',
  liveFish: 'IKAN HIDUP',
  thisWayUp: 'Sisi ini di atas',
  keepWarmth: 'Jauhkan dari panas dan dingin',
  outOfSun: 'Jangan di matahari, jangan di suhu beku',
  keepShut: 'Jangan dibuka: gelap dan oksigen menjaga mereka',
  urgent: 'SEGERA: hewan hidup',
  cancelled: 'DIBATALKAN',
  hold: 'Simpan di depo untuk diambil; telepon saat tiba',
  collect: 'Diambil di loket; telepon saat tiba',
  toTheDoor: 'Serahkan langsung; jangan tinggalkan di luar',
  late: 'Terlambat? Telepon, kapan saja.',
  safeUntil: 'Ikan aman sampai',
  card: {
    title: 'Membuka ikan ini',
    bags: (list) => `Kantong ${list}`,
    expected: 'Di dalam kantong, dihitung',
    yours: 'Akuarium Anda',
    temperature: 'Suhu, °C',
    salinity: 'Salinitas',
    guess: 'Yang bertanda ? tidak diukur: ukur sebelum membuka.',
    recommended: 'Dianjurkan di sini',
    other: 'Cara yang lain',
    openAt: (min) => `Dibuka setelah ${min} menit`,
    acrossAt: (min) => `dipindah setelah ${min} menit`,
    exposure: (m, step) => `${m} menit-kriteria amonia, lompatan pH ${step}`,
    doNotTitle: 'Jangan',
    doNot: [
      'jangan membuka kantong untuk melihat, jangan meniup udara ke kantong tertutup;',
      'jangan menuang air kantong ke akuarium;',
      'jangan membiarkan kantong terbuka menunggu: kena udara, amonianya menjadi racun;',
      'jangan memberi makan malam pertama; lampu tetap mati.',
    ],
    call: 'Ada yang tampak salah? Foto kantong tertutup dan telepon',
    measuring: 'Bila ukuran kantong berbeda dari kartu ini, angkanya tidak berlaku lagi: telepon atau hitung ulang.',
    vet: 'Obat dan garam hanya menurut label dan hukum setempat; dokter hewan lebih tahu dari kartu mana pun.',
  },
  methods: {
    'float-transfer': {
      name: 'Apungkan, lalu pindahkan',
      steps: (f) => [
        `Apungkan kantong tertutup ${f.floatMin} menit, di tempat teduh, lampu mati.`,
        'Buka satu kantong setiap kali dan segera pindahkan ikan dengan jaring.',
        'Hitung menurut label. Buang air kantong.',
      ],
    },
    cups: {
      name: 'Air akuarium segelas demi segelas',
      steps: (f) => [
        `Apungkan kantong tertutup ${f.floatMin} menit, lampu mati.`,
        `Buka dan jepit. Setiap ${f.everyMin} menit ${f.cupMl} mL air akuarium lewat tepi, ${f.cups} kali.`,
        ...again(f, `Buang setengah ke ember, lalu ${f.cups} kali lagi.`),
        `Pindahkan setelah ${f.transferMin} menit seluruhnya. Buang air kantong.`,
      ],
    },
    drip: {
      name: 'Tetes perlahan',
      steps: (f) => [
        f.film
          ? 'Jangan diapungkan. Buka dan tuang semua ke ember rendah.'
          : `Apungkan tertutup ${f.floatMin} menit; buka dan tuang semua ke ember rendah.`,
        `Teteskan air akuarium: ${f.dropsPerS && `${f.dropsPerS} tetes per detik, `}${f.mlPerMin} mL per menit, sampai dua kali lipat dalam ${f.doubleMin} menit. Tutup, jaga hangat.`,
        ...again(f, 'Buang setengah dan biarkan berlipat sekali lagi.'),
        `Pindahkan setelah ${f.transferMin} menit seluruhnya. Jangan menyedot selang dengan mulut.`,
      ],
    },
    scoop: {
      name: 'Pengikat amonia, lalu pindahkan',
      steps: (f) => [
        f.film
          ? 'Jangan diapungkan. Siapkan pengikat, jaring dan akuarium.'
          : `Apungkan kantong tertutup ${f.floatMin} menit. Siapkan pengikat, jaring dan akuarium.`,
        'Buka dan segera beri pengikat amonia dengan dosis terkuat pada labelnya. Sarung tangan.',
        'Tuang ikan dan air ke wadah rendah; pindahkan ikan, jaring tetap rendah.',
        'Buang air kantong.',
      ],
    },
    degas: {
      name: 'Batu udara dan pengenceran',
      steps: () => [
        'Gantung kantong terbuka di akuarium dengan batu udara yang lembut.',
        'Setiap 6 menit air akuarium lewat tepi: sepersepuluh, sepertujuh, seperempat, lalu setengah dari airnya.',
        'Setelah 26 menit buang hampir semuanya lewat jaring dan pindahkan ikan.',
        'Pompa di atas air; setiap kabel dengan lengkung tetes.',
      ],
    },
    pinhole: {
      name: 'Samakan akuarium, lalu pindahkan',
      steps: (f) => [
        'Ambil setetes lewat lubang jarum, ukur salinitasnya, tutup lubang dengan pita.',
        `Bawa akuarium karantina ke ${f.salinity} dengan air yang disamakan; pengisi otomatis mati.`,
        `Apungkan tertutup ${f.floatMin} menit, buka dan segera pindahkan.`,
        'Kembalikan salinitas dalam beberapa hari, paling banyak 2 sehari.',
      ],
    },
    staged: {
      name: 'Hangatkan bertahap, lalu pindahkan',
      steps: (f) => [
        `Biarkan kotak terbuka di ruangan ${f.roomMin} menit, kantong tertutup.`,
        `Lalu apungkan kantong tertutup ${f.floatMin} menit.`,
        'Buka dan segera pindahkan ikan. Buang air kantong.',
      ],
    },
    regas: {
      name: 'Air baru dan oksigen, lalu pindahkan',
      steps: () => [
        'Buka, buang empat perlima air lewat jaring, tambahkan air akuarium sebanyak itu dengan lembut.',
        'Segera isi oksigen, tutup, apungkan 30 menit di tempat teduh: jauhkan api.',
        'Buka dan pindahkan ikan. Buang air kantong.',
      ],
    },
    straight: {
      name: 'Langsung masuk',
      steps: () => ['Buka satu kantong setiap kali dan segera pindahkan: hanya yang kuat.', 'Buang air kantong.'],
    },
  },
  list: {
    title: 'Daftar isi',
    thanks: 'Terima kasih. Semua yang diketahui tentang ikan ini ada di kartu: kami ingin tahu bagaimana mereka tiba.',
    what: 'Apa',
    count: 'Jumlah',
    price: 'Harga',
    sum: 'Total',
    packing: 'Pengemasan',
    freight: 'Ongkos kirim',
    total: 'Dibayar',
    claimTitle: 'Bila ada yang mati',
    claim: (h) => [
      `Beri tahu kami dalam ${h} jam setelah pengantaran.`,
      'Foto di dalam kantong yang masih tertutup, dengan labelnya; lalu masing-masing di samping penggaris.',
      'Simpan air kantong dalam stoples tertutup di tempat sejuk: ia bercerita apa yang terjadi.',
    ],
    approval: 'Persetujuan kemasan',
    insured: 'Diasuransikan',
    ownParcel: 'Dalam paket tersendiri',
    companions: 'Bersama mereka',
  },
  road: {
    collect: (code, place, by) =>
      `${code}: mohon ambil kotak hari ini di ${place}, sebelum ${by}. Tetap tertutup, tegak, pada suhu ruang; buka di tempat teduh.`,
    later: (code, expected, by) =>
      `${code} terlambat: diperkirakan tiba ${expected}. Mohon hadir dan segera buka; ikan masih dalam batasnya sampai ${by}.`,
  },
};
