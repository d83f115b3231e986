/**
 * One small adapter per calculation of the reference files: it computes through the core, never looks up.
 * Impossible cases answer null or `possible: false`, as the files define.
 */
import * as dilution from '@/core/acclimation/dilution';
import { equalCo2Ph } from '@/core/acclimation/methods';
import { drivingHours } from '@/core/calendar/distance';
import { closedBag } from '@/core/bag/closed';
import * as geometry from '@/core/bag/geometry';
import { isaPressureKPa } from '@/core/quantities/atmosphere';
import { chargeable } from '@/core/box/freight';
import { restingOxygenMgKgH, restingOxygenMmolH } from '@/core/fish/metabolism';
import * as analytic from '@/core/heat/analytic';
import { advance, propagator, systemOf } from '@/core/heat/exponential';
import { conductivityOfR, wallConductance } from '@/core/heat/insulation';
import { ironBurn } from '@/core/heat/pack';
import * as u from '@/core/quantities/units';
import * as ammonia from '@/core/water/ammonia';
import { solveCarbonate, type CarbonateState } from '@/core/water/carbonate';
import * as constants from '@/core/water/carbonate-constants';
import { ammoniaCriteria, fishAcuteMgNL } from '@/core/water/criteria';
import * as oxygen from '@/core/water/oxygen';
import * as sea from '@/core/water/seawater';
import * as diurnal from '@/core/weather/diurnal';
import { bagOxygen, openedOxygen, packAir, placeAir, survival, thermalDoseOf, type Values } from './stepped';

type Adapter = (i: Values) => Values;

const IMPOSSIBLE = { possible: false };

const waterOut = (s: CarbonateState, K0: number): Values => ({
  pH: s.pH,
  CO2_mgL: s.co2 * 1000 * u.CO2_G_PER_MOL,
  pCO2_atm: s.co2 / K0,
  HCO3_mmolL: s.hco3 * 1000,
  CO3_mmolL: s.co3 * 1000,
  DIC_mmolL: s.dic * 1000,
  NH3_mmolL: s.nh3 * 1000,
});

function solveWater(i: Values): Values {
  const k = constants.carbonateConstants(i.t_C);
  const davies = i.I_molL === undefined ? undefined : constants.daviesFactors(i.t_C, i.I_molL);
  const carbon = i.CO2_mgL === undefined ? { total: i.DIC_mmolL / 1000 } : { co2: i.CO2_mgL / 1000 / u.CO2_G_PER_MOL };
  const state = solveCarbonate(i.alk_meqL / 1000, (i.TAN_mmolL ?? 0) / 1000, carbon, k, davies);
  const out = waterOut(state, k.K0);
  return davies ? { ...out, gamma1: davies.gamma1, gamma2: davies.gamma2, davies_A: davies.A } : out;
}

const lump = (i: Values): analytic.Lump => ({
  ambientC: i.T_amb_C,
  powerW: i.P_W,
  uaWPerK: i.UA_W_K,
  heatJPerK: i.C_J_K,
  startC: i.T0_C,
});

const piecewise = (points: readonly [number, number][], t: number): number => {
  const at = points.findIndex(([h]) => h >= t);
  if (at <= 0) return (at === 0 ? points[0] : points[points.length - 1])![1];
  const [h0, v0] = points[at - 1]!;
  const [h1, v1] = points[at]!;
  return v0 + ((v1 - v0) * (t - h0)) / (h1 - h0);
};

/** The two-node box stepped exactly from corner to corner of its inputs. */
function twoNode(i: Values): Values {
  const { A, ambientGain, perWatt } = systemOf({
    heatJPerK: [i.C_air_J_K, i.C_water_J_K],
    links: [[0, 1, i.UA_air_water_W_K]],
    toAmbient: [
      [0, i.UA_wall_W_K],
      [1, i.UA_floor_W_K],
    ],
  });
  const times: number[] = i.times_h;
  const corners = [...new Set([0, ...times, ...[...i.ambient_h_C, ...i.pack_h_W].map((p: [number, number]) => p[0])])]
    .filter((t) => t <= Math.max(...times))
    .sort((a, b) => a - b);
  const sources = (t: number): Float64Array => {
    const ambient = piecewise(i.ambient_h_C, t);
    return Float64Array.of(
      ambientGain[0]! * ambient + perWatt[0]! * piecewise(i.pack_h_W, t),
      ambientGain[1]! * ambient + perWatt[1]! * i.P_water_W,
    );
  };
  let x = Float64Array.of(i.T_air0_C, i.T_water0_C);
  const at = new Map<number, Float64Array>([[0, x]]);
  for (let c = 1; c < corners.length; c++) {
    const [from, to] = [corners[c - 1]!, corners[c]!];
    const next = new Float64Array(2);
    advance(propagator(A, 2, to - from), x, sources(from), sources(to), next);
    x = next;
    at.set(to, x);
  }
  return { T_air_C: times.map((t) => at.get(t)![0]), T_water_C: times.map((t) => at.get(t)![1]) };
}

const day = (d: Values): diurnal.DayWeather => ({
  minC: d.Tmin_C,
  maxC: d.Tmax_C,
  sunriseH: d.sunrise_h,
  sunsetH: d.sunset_h,
});

export const adapters: Readonly<Record<string, Adapter>> = {
  // water
  unionized_fraction: (i) => ({
    pKa: ammonia.ammoniaPKa(i.t_C, i.S),
    fraction: ammonia.unionizedFraction(i.t_C, i.pH, i.S),
  }),
  nh3_concentration: (i) => {
    const n = ammonia.unionizedMgNL(i.TAN_mgN_L, i.t_C, i.pH, i.S);
    return { NH3_mgN_L: n, NH3_mg_L: ammonia.asNH3(n) };
  },
  solubility: (i) => ({
    Cs_1atm_mgL: oxygen.oxygenSaturationAt1Atm(i.t_C, i.S),
    pw_atm: oxygen.vapourPressureAtm(i.t_C),
    theta: oxygen.oxygenTheta(i.t_C),
    Cs_mgL: oxygen.oxygenSaturation(i.t_C, i.S, i.P_atm),
  }),
  headspace: (i) => {
    const kPa = oxygen.oxygenPartialKPa(i.x_O2_dry, i.P_atm * u.KPA_PER_ATM, i.t_C);
    const C_mgL = kPa * oxygen.oxygenMgLPerKPa(i.t_C, i.S);
    const theta = oxygen.oxygenTheta(i.t_C);
    return {
      pO2_atm: kPa / u.KPA_PER_ATM,
      C_mgL,
      C_mgL_with_theta: (C_mgL * (1 - theta * i.P_atm)) / (1 - theta),
    };
  },
  percent_saturation: (i) => ({ saturation_pct: (100 * i.C_mgL) / oxygen.oxygenSaturation(i.t_C, i.S, i.P_atm) }),
  oxygen_at_pO2: (i) => ({ C_mgL: i.pO2_atm * u.KPA_PER_ATM * oxygen.oxygenMgLPerKPa(i.t_C, i.S ?? 0) }),
  K0_weiss: (i) => ({
    K0_mol_L_atm: constants.co2SolubilityMolLAtm(i.t_C, i.S),
    K0_mol_kg_atm: constants.co2SolubilityMolKgAtm(i.t_C, i.S),
  }),
  constants_fresh: (i) => constants.freshConstants(i.t_C),
  constants_sea_lueker: (i) => constants.seaCarbonicConstants(i.t_C, i.S),
  pH_from_alk_CO2: solveWater,
  pH_from_alk_DIC: solveWater,
  pH_davies: solveWater,
  epa1999_acute: (i) => ({ CMC_mgN_L: fishAcuteMgNL(i.pH) }),
  thermal_dose: thermalDoseOf,
  pack_air: packAir,
  place_air: placeAir,
  survival,
  bag_oxygen: bagOxygen,
  opened_oxygen: openedOxygen,
  equal_co2_step: (i) => {
    const pH = (alk: number, tempC: number): number =>
      equalCo2Ph({ alkalinity: alk / 1000, tan: 0, tempC, salinity: 0 }, i.pCO2Atm);
    const [pHBag, pHTank] = [pH(i.bagAlkMeqL, i.bagTempC), pH(i.tankAlkMeqL, i.tankTempC)];
    return { pHBag, pHTank, stepPh: pHTank - pHBag };
  },
  own_car: (i) => {
    const d = drivingHours(i.distanceKm * i.detourFactor, {
      kmPerH: i.speedKmH,
      restEveryH: i.restEveryH,
      restH: i.restH,
      dayH: i.dayDriveH,
      nightH: i.nightH,
    });
    return { driveH: d.driveH, restStops: d.rests, nights: d.nights, totalH: d.totalH };
  },
  epa2013: (i) => {
    const c = ammoniaCriteria(i.pH, i.t_C);
    return {
      CMC_mgN_L: c.acuteMgNL,
      CMC_salmonids_present_mgN_L: c.acuteWithSalmonidsMgNL,
      CCC_mgN_L: c.chronicMgNL,
      four_day_mgN_L: c.fourDayMgNL,
    };
  },
  rho: (i) => ({ rho: sea.densityKgM3(i.t_C, i.S) }),
  sg: (i) => ({ SG: sea.specificGravity(i.t_C, i.S, i.t_ref_C) }),
  salinity_from_sg: (i) => ({ S: sea.salinityFromSg(i.SG, i.t_C, i.t_ref_C) }),
  mix: (i) => {
    const m = sea.mixWaters(
      { volumeL: i.V1_L, salinity: i.S1, tempC: i.t1_C },
      { volumeL: i.V2_L, salinity: i.S2, tempC: i.t2_C },
    );
    return {
      S_mass: m.salinity,
      S_volume_weighted: (i.V1_L * i.S1 + i.V2_L * i.S2) / (i.V1_L + i.V2_L),
      t_C: m.tempC,
      mass_kg: m.massKg,
      V_L: m.volumeL,
    };
  },
  // fish and bag
  resting_rate: (i) => {
    const perKg = restingOxygenMgKgH(i.mass_g, i.t_C);
    const tan = (perKg / u.O2_G_PER_MOL) * i.ammonia_quotient;
    return {
      MO2_mmol_h_fish: restingOxygenMmolH(i.mass_g, i.t_C),
      MO2_mg_kg_h: perKg,
      TAN_mmol_kg_h: tan,
      TAN_mgN_kg_h: tan * u.N_G_PER_MOL,
    };
  },
  closed_bag: (i) => {
    const bag = closedBag({
      tempC: i.t_C,
      waterL: i.V_water_L,
      gasL: i.V_gas_L,
      alkalinityMeqL: i.alk0_meqL,
      pH: i.pH0,
      co2AddedMmol: i.CO2_added_mmol,
      tanAddedMmol: i.TAN_added_mmol ?? 0,
      gasPco2Atm: i.pCO2_gas0_atm ?? 0,
    });
    if (!bag) return IMPOSSIBLE;
    return {
      ...waterOut(bag.state, constants.co2SolubilityMolLAtm(i.t_C)),
      possible: true,
      DIC0_mmolL: bag.dic0MmolL,
      CO2_gas_mmol: bag.co2GasMmol,
      alk_mmolL: bag.alkalinityMmolL,
    };
  },
  pillow: (i) => ({ V_L: geometry.pillowVolumeL(i.width_cm, i.height_cm) }),
  cylinder: (i) => {
    const tube = geometry.openTube(i.flat_width_cm, i.height_cm);
    return { diameter_cm: tube.diameterCm, V_L: tube.volumeL };
  },
  isa_pressure: (i) => ({ p_kPa: isaPressureKPa(i.h_m ?? i.h_ft * 0.3048) }),
  expansion: (i) => {
    const v = geometry.expandedL({ volumeL: i.V1_L, fromKPa: i.p1_kPa, toKPa: i.p2_kPa, fromC: i.t1_C, toC: i.t2_C });
    return { V2_dry_L: v.dryL, V2_moist_L: v.moistL };
  },
  max_ground_fill: (i) => {
    const g = geometry.mostGasAtGroundL({
      bagL: i.bag_L,
      waterL: i.water_L,
      groundKPa: i.p_ground_kPa,
      lowKPa: i.p_low_kPa,
      tempC: i.t_C,
    });
    return { gas_dry_L: g.dryL, gas_moist_L: g.moistL };
  },
  // heat and weather
  lumped: (i) => ({
    T_C: analytic.lumpC(lump(i), i.t_s),
    T_inf_C: analytic.settledC(lump(i)),
    tau_s: i.C_J_K / i.UA_W_K,
  }),
  lumped_time: (i) => ({ t_s: analytic.secondsToReach(lump(i), i.T_target_C) }),
  sinusoid: (i) => {
    const s = analytic.inSineAmbient({
      meanC: i.T_mean_C,
      amplitudeK: i.amplitude_K,
      periodS: i.period_s,
      phaseRad: i.phase_rad,
      tauS: i.tau_s,
      startC: i.T0_C,
      seconds: i.t_s,
    });
    return { attenuation: s.attenuation, lag_s: s.lagS, T_C: s.tempC };
  },
  wall: (i) => {
    const w = wallConductance({
      layers: i.layers.map((l: Values) => ({ thicknessM: l.d_m, kWPerMK: l.k_W_mK })),
      insideWPerM2K: i.h_in_W_m2K,
      outsideWPerM2K: i.h_out_W_m2K,
      areaM2: i.area_m2,
    });
    return { R_m2K_W: w.rM2KPerW, U_W_m2K: w.uWPerM2K, UA_W_K: w.uaWPerK };
  },
  R_per_inch: (i) => ({ k_W_mK: conductivityOfR(i.R_per_inch) }),
  coldpack: (i) => {
    const m = analytic.meltInto({
      waterKg: i.m_water_kg,
      waterC: i.T_water_C,
      packKg: i.m_pack_kg,
      packC: i.T_pack_C,
      waterKj: i.c_water_kJ,
      iceKj: i.c_ice_kJ,
      latentKj: i.L_kJ,
    });
    return { T_final_C: m.tempC, pack_melted_fraction: m.meltedShare, water_frozen_kg: m.frozenWaterKg };
  },
  melt_time: (i) => ({
    hours: analytic.meltHours({
      packKg: i.m_pack_kg,
      ambientC: i.T_amb_C,
      holdC: i.T_hold_C,
      uaWPerK: i.UA_W_K,
      extraW: i.P_extra_W,
    }),
  }),
  iron: (i) => {
    const b = ironBurn(i.iron_g, i.hours, i.t_C);
    return { heat_kJ: b.heatKj, O2_g: b.oxygenG, O2_L_at_t_1atm: b.oxygenL, mean_power_W: b.meanPowerW };
  },
  two_node: twoNode,
  parton_logan_day: (i) => ({
    T_C: i.times_h.map((h: number) => diurnal.hourC(day(i), day(i), day(i), h)),
    T_sunset_C: diurnal.sunsetC(day(i)),
    t_max_h: diurnal.warmestHour(day(i)),
  }),
  parton_logan_sequence: (i) => {
    const [before, today, after] = i.days.map(day) as [diurnal.DayWeather, diurnal.DayWeather, diurnal.DayWeather];
    return { T_C: i.times_h.map((h: number) => diurnal.hourC(before, today, after, h)) };
  },
  double_cosine: (i) => ({
    T_C: i.times_h.map((h: number) =>
      diurnal.doubleCosineC({ minC: i.Tmin_C, maxC: i.Tmax_C, minH: i.t_min_h, maxH: i.t_max_h }, h),
    ),
  }),
  // box and acclimation
  freight: (i) => {
    const f = chargeable({
      sides: [i.L, i.W, i.H],
      actual: i.actual,
      divisor: i.divisor,
      step: i.unit === 'lb_in' ? 1 : 0.5,
      dimensionRounding: i.dims_rounding,
    });
    return {
      volume: f.volume,
      volumetric: f.volumetric,
      volumetric_rounded: f.volumetricRounded,
      actual_rounded: f.actualRounded,
      chargeable: f.chargeable,
      charged_by: f.chargedBy,
    };
  },
  drip: (i) => {
    const at = { start: i.C0, inflow: i.C_in, minutes: i.t_min };
    const d = dilution.dripDilution({ startMl: i.V0_mL, mlPerMin: i.q_mL_min, ...at });
    return { V_mL: d.volumeMl, C: d.concentration, new_fraction: d.newShare };
  },
  overflow: (i) => {
    const d = dilution.overflow({
      volumeMl: i.V_mL,
      mlPerMin: i.q_mL_min,
      start: i.C0,
      inflow: i.C_in,
      minutes: i.t_min,
    });
    return { C: d.concentration, new_fraction: d.newShare };
  },
  time_drip: (i) => ({ t_min: dilution.dripMinutes(i.V0_mL, i.q_mL_min, i.new_fraction) }),
  time_overflow: (i) => ({ t_min: dilution.overflowMinutes(i.V_mL, i.q_mL_min, i.new_fraction) }),
  cups: (i) => {
    const c = dilution.cupDilution({
      volumeMl: i.V_mL,
      cupMl: i.cup_mL,
      count: i.n,
      start: i.C0,
      inflow: i.C_in,
      mode: i.mode,
    });
    return c ? { V_mL: c.volumeMl, C: c.concentration, new_fraction: c.newShare, possible: true } : IMPOSSIBLE;
  },
  drops: (i) => ({ mL_min: dilution.dropsToMlPerMin(i.drops_per_s, i.drops_per_mL) }),
  mix_pH: (i) => {
    const m = dilution.mixedPh(
      { volumeL: i.V1_L, alkalinityMeqL: i.alk1_meqL, pH: i.pH1, tempC: i.t1_C },
      { volumeL: i.V2_L, alkalinityMeqL: i.alk2_meqL, pH: i.pH2, tempC: i.t2_C },
    );
    if (!m) return IMPOSSIBLE;
    return {
      pH: m.pH,
      alk_meqL: m.alkalinityMeqL,
      DIC_mmolL: m.dicMmolL,
      t_C: m.tempC,
      DIC1_mmolL: m.dic1MmolL,
      DIC2_mmolL: m.dic2MmolL,
      CO2_mgL: m.co2MolL * 1000 * u.CO2_G_PER_MOL,
    };
  },
  // salt and units
  salt_for_percent: (i) => ({ salt_g: u.saltForPercentG(i.percent_wv, i.V_L) }),
  salt_for_ppt_weight: (i) => ({ salt_g: u.saltForPptByWeightG(i.ppt, i.V_L, i.rho_water_kgL) }),
  lb_per_100gal: (i) => {
    const g = u.poundsPer100GalToGPerL(i.lb_per_100usgal);
    return { g_L: g, percent_wv: g / 10 };
  },
  percent_to_lb_per_100gal: (i) => ({ lb_per_100usgal: u.percentToPoundsPer100Gal(i.percent_wv) }),
  F_to_C: (i) => ({ C: u.fahrenheitToC(i.F) }),
  C_to_F: (i) => ({ F: u.celsiusToF(i.C) }),
  dT_F_to_C: (i) => ({ dC: u.fahrenheitStepToC(i.dF) }),
  usgal_to_L: (i) => ({ L: i.usgal * u.LITRES_PER_US_GALLON }),
  L_to_usgal: (i) => ({ usgal: i.L / u.LITRES_PER_US_GALLON }),
  impgal_to_L: (i) => ({ L: i.impgal * u.LITRES_PER_IMPERIAL_GALLON }),
  mil_to_mm: (i) => ({ mm: i.mil * u.MM_PER_MIL }),
  mm_to_mil: (i) => ({ mil: i.mm / u.MM_PER_MIL }),
  in_to_cm: (i) => ({ cm: i.inch * u.CM_PER_INCH }),
  cm_to_in: (i) => ({ inch: i.cm / u.CM_PER_INCH }),
  lb_to_kg: (i) => ({ kg: i.lb * u.KG_PER_POUND }),
  oz_to_g: (i) => ({ g: i.oz * u.GRAMS_PER_OUNCE }),
  dKH_to: (i) => ({ ppm_CaCO3: u.meqLToPpmCaCO3(u.dkhToMeqL(i.dKH)), meq_L: u.dkhToMeqL(i.dKH) }),
  ppm_CaCO3_to: (i) => ({ dKH: u.meqLToDkh(u.ppmCaCO3ToMeqL(i.ppm_CaCO3)), meq_L: u.ppmCaCO3ToMeqL(i.ppm_CaCO3) }),
  dGH_to: (i) => ({ ppm_CaCO3: u.dghToPpmCaCO3(i.dGH) }),
  meq_L_to: (i) => ({ dKH: u.meqLToDkh(i.meq_L), ppm_CaCO3: u.meqLToPpmCaCO3(i.meq_L) }),
};
