import { z as P } from 'zod';
var Bs = new Set(['water', 'salt', 'flour']),
  Ze = (e, t) => (e.kind === t && Bs.has(t) ? 1 : e[t]),
  Us = { water: 4.18, fat: 2, sugar: 1.25, salt: 0.88 },
  Gs = 1.8;
function Je(e) {
  if (e.specificHeat !== null) return e.specificHeat;
  let t = 0,
    r = 0;
  for (let n of ['water', 'fat', 'sugar', 'salt']) {
    let o = Ze(e, n);
    ((t += o), (r += o * Us[n]));
  }
  return r + (1 - t) * Gs;
}
import { z as q } from 'zod';
var jt = [
    'flour',
    'water',
    'liquid',
    'salt',
    'yeast',
    'culture',
    'fat',
    'sweetener',
    'egg',
    'dairy',
    'inclusion',
    'seed',
    'malt',
    'spice',
    'coating',
    'processing',
  ],
  go = ['wheat', 'spelt', 'durum', 'rye', 'barley', 'oat', 'maize', 'rice', 'buckwheat', 'millet', 'other'],
  gt = [
    'gluten',
    'crustaceans',
    'egg',
    'fish',
    'peanut',
    'soya',
    'milk',
    'nuts',
    'celery',
    'mustard',
    'sesame',
    'sulphites',
    'lupin',
    'molluscs',
  ];
var I = q
  .string()
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'Use lower-case letters, digits and hyphens.')
  .max(60);
var Z = q.string().trim().min(1).max(80),
  et = q.number().min(0).max(1),
  Cr = q
    .strictObject({
      schema: q.literal(2),
      slug: I,
      name: Z,
      kind: q.enum(jt),
      water: et.default(0).describe('share of water, 0 to 1; plain water is all water whatever stands here'),
      fat: et.default(0).describe('share of fat, 0 to 1'),
      sugar: et.default(0).describe('share of sugars, 0 to 1'),
      salt: et.default(0).describe('share of salt, 0 to 1; salt itself is all salt'),
      flour: et.default(0).describe('share of flour in a culture that stands as an ingredient, 0 to 1'),
      wholeGrain: et.default(0).describe('credit as whole grain, 0 to 1; sifted flours count in part'),
      grain: q.enum(go).nullable().default(null),
      instant: q
        .number()
        .positive()
        .max(2)
        .nullable()
        .default(null)
        .describe('of a yeast: instant yeast that one part stands for; null: 0.33 if it is fresh, else 1'),
      absorption: q
        .number()
        .min(0)
        .max(400)
        .nullable()
        .default(null)
        .describe('water that a flour takes for a usual dough, percent of its mass'),
      specificHeat: q
        .number()
        .positive()
        .max(6)
        .nullable()
        .default(null)
        .describe('kJ/kg\xB7K; null: mixed from its water, fat, sugar and the rest'),
      density: q
        .number()
        .positive()
        .max(3)
        .nullable()
        .default(null)
        .describe('as poured into a measure, kg/l; only to read household measures'),
      allergens: q.array(q.enum(gt)).max(gt.length).default([]),
      cost: q
        .number()
        .int()
        .min(0)
        .max(1e7)
        .nullable()
        .default(null)
        .describe('for one kg as bought, in the smallest coin'),
      pack: q.number().positive().max(1e4).nullable().default(null).describe('kg in a pack as bought'),
      scaleStep: q
        .number()
        .positive()
        .max(1)
        .default(0.001)
        .describe('smallest step of the scale it is weighed on, kg'),
      yield: q
        .number()
        .positive()
        .max(1)
        .default(1)
        .describe('usable share of what is bought, such as seeds after roasting'),
      source: q.string().max(300).default('').describe('where these figures come from'),
    })
    .refine((e) => e.water + e.fat + e.sugar + e.salt + e.flour <= 1 + 1e-9, {
      path: ['water'],
      message: 'Water, fat, sugar, salt and flour together are more than the whole.',
    });
import { z as O } from 'zod';
var $ = (e) => ({ ok: !0, value: e }),
  F = (...e) => ({ ok: !1, problems: e }),
  L = (e, t, r) => ({ path: e, problem: t, remedy: r }),
  _r = (e, t) => ({ ...t, path: t.path === '' ? e : `${e}.${t.path}` });
var ne = (e, t = !1) => {
    let [r, n] = e.kind === 'round' ? [e.diameter, e.diameter] : [e.length, e.width];
    return t ? [n, r] : [r, n];
  },
  ke = 1e-9;
function ko(e, t, r) {
  let [n, o] = ne(t);
  if (!(e.width > 0 && e.depth > 0))
    return F(L('deck', 'The deck has no floor.', 'Enter its width and depth.'));
  if (!(n > 0 && o > 0))
    return F(L('piece', 'The piece covers nothing.', 'Enter how large it is once baked.'));
  let a = ([l, i]) => l <= e.width + ke && i <= e.depth + ke;
  if (!a(ne(t)) && !a(ne(t, !0)))
    return F(
      L('piece', 'One piece is larger than the deck.', 'Make it smaller, or bake it in another oven.'),
    );
  let s = [];
  for (let l of t.kind === 'round' ? [!1] : [!1, !0]) {
    let i = ne(t, l);
    a(i) &&
      (s.push(So(e, i, r, l)),
      t.kind === 'rectangle'
        ? s.push(...Ys(e, t, r, l))
        : s.push(xo(e, i, r, l), Ks(xo(js(e), [i[1], i[0]], r, l))));
  }
  return $(s.reduce((l, i) => (i.length > l.length ? i : l), []));
}
var js = ({ width: e, depth: t }) => ({ width: t, depth: e }),
  Ks = (e) => e.map(({ x: t, y: r, turned: n }) => ({ x: r, y: t, turned: n })),
  Ne = (e, t, r) => Math.max(0, Math.floor((e + r) / (t + r) + ke));
function So({ width: e, depth: t }, [r, n], o, a) {
  let [s, l] = [Ne(e, r, o), Ne(t, n, o)];
  return Array.from({ length: l * s }, (i, u) => ({
    x: r / 2 + (u % s) * (r + o),
    y: n / 2 + Math.floor(u / s) * (n + o),
    turned: a,
  }));
}
function xo({ width: e, depth: t }, [r, n], o, a) {
  let s = { count: 0, pitch: 0, step: 0, long: 0, short: 0, straight: 0, turns: 0 },
    l = Ne(e, r, o),
    i = t - n;
  for (let g = 1; g <= l; g += 1)
    for (let b of [0, 0.5]) {
      let x = g - 1 + b,
        k = x > 0 ? (e - r) / x : r + o;
      if (k < r + o - ke) continue;
      let S = Math.min(1, k / 2 / (r + o)),
        M = (n + o) * Math.max(0.5, Math.sqrt(1 - S * S)),
        w = b === 0 ? Math.max(0, g - 1) : g;
      for (let T = 0; T * (n + o) <= i + ke; T += 1) {
        let D = Math.floor((i - T * (n + o)) / M + ke),
          R = Math.ceil(D / 2),
          C = (T + D + 1 - R) * g + R * w;
        C > s.count && (s = { count: C, pitch: k, step: M, long: g, short: w, straight: T, turns: D });
      }
    }
  let { pitch: u, step: c, long: m, short: d, straight: p, turns: h } = s,
    y = [],
    f = n / 2;
  for (let g = 0; s.count > 0 && g <= p + h; g += 1) {
    let b = g > p && (g - p) % 2 === 1;
    for (let x = 0; x < (b ? d : m); x += 1) y.push({ x: r / 2 + x * u + (b ? u / 2 : 0), y: f, turned: a });
    f += g < p ? n + o : c;
  }
  return y;
}
var zs = 12;
function Ys({ width: e, depth: t }, r, n, o) {
  let a = ne(r, o),
    s = ne(r, !o),
    [l, i] = [a[0] + n, a[1] + n],
    u = (x, k) => Ne(x, a[0], n) * Ne(k, a[1], n),
    c = (x, k) => Ne(x, s[0], n) * Ne(k, s[1], n),
    [m, d] = [0, [0, 0, 0, 0]],
    p = (x, k) => Math.min(zs, Math.floor((x + n) / k + ke));
  for (let x = 0; x <= p(e, l); x += 1)
    for (let k = 0; k <= p(t, i); k += 1)
      for (let S = 0; S <= p(t, l); S += 1)
        for (let M = 0; M <= p(e, i); M += 1) {
          let [w, T, D, R] = [x * l, k * i, S * l, M * i];
          if (R > w + ke || D < T - ke) continue;
          let C = x * k + c(e - w, D - n) + u(e - R, t - D) + c(R - n, t - T);
          C > m && ([m, d] = [C, [w, T, D, R]]);
        }
  let [h, y, f, g] = d;
  return [
    [
      { x: 0, y: 0, width: h - n, depth: y - n, turned: o },
      { x: h, y: 0, width: e - h, depth: f - n, turned: !o },
      { x: g, y: f, width: e - g, depth: t - f, turned: o },
      { x: 0, y, width: g - n, depth: t - y, turned: !o },
    ].flatMap((x) =>
      So(x, x.turned === o ? a : s, n, x.turned).map((k) => ({ ...k, x: k.x + x.x, y: k.y + x.y })),
    ),
  ];
}
var xt = (e, t) => t.minutes * (e / t.mass) ** 0.67;
var Fe = { hearth: 300, rye: 550 };
function kt(e, t, r, n) {
  return r >= n ? 1 / 0 : wo(e, t) * Math.log((97 - r) / (n - r));
}
var wo = (e, t) => {
  let r = 5 * (e / t) ** 0.6666666666666666;
  return (1.4 * e * 2400) / (10 * r) / 3600;
};
var Vs = {
    round: { length: 1, height: 0.6 },
    long: { length: 2, height: 0.65 },
    baguette: { length: 9, height: 0.75 },
    roll: { length: 1, height: 0.7 },
  },
  tt = { free: 0.04, held: 0.01 };
function Nr(e, t, r) {
  let { length: n, height: o } = Vs[e],
    a = (t / r / ((Math.PI / 6) * n * o)) ** (1 / 3);
  return n === 1 ? { kind: 'round', diameter: a } : { kind: 'oval', length: a * n, width: a };
}
var Wr = 1e-9,
  Kt = new Map(),
  qs = 500;
function Mo({ width: e, depth: t }, { outline: r, spacing: n }) {
  let o = JSON.stringify([e, t, r, n]),
    a = Kt.get(o);
  if (a) return a;
  Kt.size >= qs && Kt.clear();
  let s = ko({ width: e, depth: t }, r, n);
  return (Kt.set(o, s), s);
}
function Hr(e, t) {
  let r = Mo(e, t);
  if (!r.ok) return r;
  let n = Math.floor(t.count / r.value.length),
    o = t.count % r.value.length,
    a = o > 0 ? Oo(e, { ...t, count: o }, 0) : null,
    s = Math.max(t.spacing, tt.free);
  return $(n + (o === 0 ? 0 : a ? (a.depth + s) / (e.depth + s) : 1));
}
function St(e) {
  let t = e.reduce((n, o) => n + Math.floor(o / 1e3), 0),
    r = [];
  for (let n of e.map((o) => o % 1e3).sort((o, a) => a - o)) {
    if (n === 0) break;
    let o = r.findIndex((a) => a >= n);
    o < 0 ? r.push(1e3 - n) : (r[o] = (r[o] ?? 0) - n);
  }
  return t + r.length;
}
function Br(e, t, r) {
  let n = [],
    o = [];
  for (let [u, c] of t.entries()) {
    let m = Mo(e, c);
    if (!m.ok) return m;
    let d = c.count;
    for (; d >= m.value.length; d -= m.value.length) n.push([{ lot: u, spots: m.value }]);
    if (d === 0) continue;
    let p = Oo(e, { ...c, count: d }, u);
    p ? o.push(p) : n.push([{ lot: u, spots: m.value.slice(0, d) }]);
  }
  let a = Math.max(0, ...t.map(({ spacing: u }) => u)),
    s = [];
  for (let { lot: u, depth: c, spots: m } of o.toSorted((d, p) => p.depth - d.depth)) {
    let d = s.find(({ used: y }) => y + a + c <= e.depth + Wr),
      p = d ? d.used + a : 0,
      h = { lot: u, spots: m.map((y) => ({ ...y, y: y.y + p })) };
    d ? ((d.used = p + c), d.pieces.push(h)) : s.push({ used: c, pieces: [h] });
  }
  let l = [...n, ...s.map(({ pieces: u }) => u)],
    i = t.map(() => 0);
  for (let u of l.slice(r)) for (let { lot: c, spots: m } of u) i[c] = (i[c] ?? 0) + m.length;
  return $({ decks: l.slice(0, r), left: i });
}
function Oo(e, { outline: t, spacing: r, count: n }, o) {
  let a = null;
  for (let s of t.kind === 'round' ? [!1] : [!1, !0]) {
    let [l, i] = ne(t, s),
      u = Math.floor((e.width + r) / (l + r) + Wr);
    if (u < 1) continue;
    let c = Math.ceil(n / u) * (i + r) - r;
    if (c > e.depth + Wr || (a && a.depth <= c)) continue;
    let m = Array.from({ length: n }, (d, p) => ({
      x: l / 2 + (p % u) * (l + r),
      y: i / 2 + Math.floor(p / u) * (i + r),
      turned: s,
    }));
    a = { lot: o, depth: c, spots: m };
  }
  return a;
}
var pe = 1e-6,
  [vo, Qs] = [32, 16],
  To = 0.02;
function Ro({ outline: e, spot: t }, r) {
  let [n, o] = ne(e, t.turned).map((a) => (a + r) / 2);
  return e.kind === 'rectangle' ? (a, s) => n * a + o * s : (a, s) => Math.hypot(n * a, o * s);
}
function Ur(e, t) {
  let r = Math.max(e.spacing, t.spacing),
    [n, o] = [Ro(e, r), Ro(t, r)],
    [a, s] = [Math.abs(e.spot.x - t.spot.x), Math.abs(e.spot.y - t.spot.y)],
    l = (m) => {
      let [d, p] = [Math.cos(m), Math.sin(m)];
      return a * d + s * p - n(d, p) - o(d, p);
    };
  if (l(0) >= -pe || l(Math.PI / 2) >= -pe) return !0;
  let [i, u, c] = [0, -1 / 0, Math.PI / 2 / vo];
  for (let m = 0; m <= vo; m += 1) {
    let d = l(m * c);
    d > u && ([i, u] = [m * c, d]);
  }
  for (let m = 0; m < Qs && u < -pe; m += 1) {
    c /= 2;
    for (let d of [i - c, i + c]) l(d) > u && ([i, u] = [d, l(d)]);
  }
  return u >= -pe;
}
function Do({ width: e, depth: t }, { outline: r, spot: n }) {
  let [o, a] = ne(r, n.turned);
  return n.x >= o / 2 - pe && n.x <= e - o / 2 + pe && n.y >= a / 2 - pe && n.y <= t - a / 2 + pe;
}
var Gr = (e, t) => t.every((r, n) => Do(e, r) && t.slice(n + 1).every((o) => Ur(r, o)));
function jr(e, t, r, n = 1 / 0) {
  let { outline: o, spacing: a, spot: s } = r,
    l = (c, m, d) => {
      let p = ne(o, s.turned)[m] / 2,
        [h, y] = [Math.max(p, s[c] - n), Math.min(d - p, s[c] + n)],
        f = t.flatMap((b) => {
          let x = p + ne(b.outline, b.spot.turned)[m] / 2 + Math.max(a, b.spacing);
          return [b.spot[c] - x, b.spot[c], b.spot[c] + x];
        }),
        g = Array.from({ length: Math.max(0, Math.floor((y - h) / To)) }, (b, x) => h + x * To);
      return [...new Set([s[c], p, d - p, ...f, ...g])].filter((b) => b >= h - pe && b <= y + pe);
    },
    [i, u] = [l('x', 0, e.width), l('y', 1, e.depth)];
  return (
    i
      .flatMap((c) => u.map((m) => ({ x: c, y: m, turned: s.turned, away: Math.hypot(c - s.x, m - s.y) })))
      .filter(({ away: c }) => c <= n)
      .sort((c, m) => c.away - m.away)
      .map(({ x: c, y: m, turned: d }) => ({ x: c, y: m, turned: d }))
      .find((c) => t.every((m) => Ur({ ...r, spot: c }, m))) ?? null
  );
}
function G(e, t) {
  let r = e.toFixed(t);
  return (Number(r) === 0 ? r.replace('-', '') : r).replace('-', '\u2212');
}
var Zs = { g: 0.001, kg: 1, oz: 0.45359237 / 16, lb: 0.45359237 };
var Kr = (e, t) => e / Zs[t];
function Pe(e, t, r = t === 'kg' ? 3 : 0) {
  if (t !== 'lb') return `${G(Kr(e, t), r)} ${t}`;
  let n = Number(Kr(e, 'oz').toFixed(r)),
    o = Math.trunc(n / 16);
  return o === 0 ? `${G(n, r)} oz` : `${o} lb ${G(n - 16 * o, r)} oz`;
}
var [zr, Js] = [0.5, 0.6];
function We(e, t, r = 0) {
  let n = xt(t, e) / e.minutes;
  return {
    minutes: e.minutes * n + r,
    loadAt: e.loadAt,
    steam: e.steam * n,
    look: e.look === null ? null : e.look * n,
    turn: e.turn === null ? null : e.turn * n,
    stages: e.stages.map((o) => ({ ...o, from: o.from * n })),
  };
}
function Se({ loadAt: e, stages: t }, r) {
  let {
    top: n,
    bottom: o,
    fan: a,
  } = t.findLast(({ from: s }) => s <= r + 1e-9) ?? { top: e, bottom: e, fan: 0 };
  return { top: n, bottom: o, fan: a };
}
function Yr({ minutes: e, steam: t, look: r, turn: n, stages: o }) {
  if (!(e > 0)) return [L('minutes', 'Nothing bakes in 0 minutes.', 'Enter how long a piece bakes.')];
  let a = [],
    s = (l, i, u) => {
      i !== null &&
        i > e &&
        a.push(
          L(l, `${u} after ${G(i, 0)} min comes when the bake is over.`, `Enter at most ${G(e, 0)} min.`),
        );
    };
  return (
    s('steam', t, 'Letting the steam out'),
    s('look', r, 'The first look'),
    s('turn', n, 'Turning round'),
    o.forEach(({ from: l }, i) => {
      s(`stages.${i}.from`, l, 'A change of the heat');
      let u = o[i - 1];
      u &&
        l <= u.from &&
        a.push(
          L(
            `stages.${i}.from`,
            'This change comes no later than the one before it.',
            'Enter the changes in the order of time.',
          ),
        );
    }),
    a
  );
}
var rt = { celsius: 5, minutes: 5, fan: 20 };
function Vr(e, t) {
  if (Math.abs(e.loadAt - t.loadAt) > rt.celsius) return 'they are loaded at other heats';
  if (Math.abs(e.minutes - t.minutes) > rt.minutes) return 'they bake for other times';
  let [r, n] = [e.steam, t.steam];
  if (r > 0 != n > 0) return 'one has steam and one has none';
  if (Math.abs(r - n) > rt.minutes) return 'the steam is let out at other times';
  let o = [e, t].flatMap(({ stages: a }) => a.map(({ from: s }) => s));
  for (let a of o) {
    let [s, l] = [Se(e, a), Se(t, a)],
      i = Math.min(e.minutes, t.minutes, a + rt.minutes),
      [u, c] = [Se(e, i), Se(t, i)];
    if (Lo(s, l) && Lo(u, c)) return 'their heat changes at other times';
  }
  return null;
}
var Lo = (e, t) =>
  Math.abs(e.fan - t.fan) > rt.fan ||
  ['top', 'bottom'].some((r) => {
    let [n, o] = [e[r], t[r]];
    return (n === null) != (o === null) || Math.abs((n ?? 0) - (o ?? 0)) > rt.celsius;
  });
var wt = { hearth: [96, 99], tin: [94, 97], enriched: [88, 93] };
var nt = { capacity: 110, power: 5, loss: 6 },
  [Mt, qr] = [5, 1],
  [el, tl, rl] = [2.9, 2257, 2900],
  nl = 30,
  ol = 1 / 3,
  Fo = ({ dough: e, from: t, core: r, loss: n, steam: o }) => e * (el * (r - t) + (n / 100) * tl) + o * rl;
var Ee = { colder: 5, hotter: 10 },
  Ot = (e, t, r, n) => (r <= n ? 0 : ((e.capacity * 1e3) / e.loss) * Math.log((r - t) / (n - t)));
function zt(e, t, r, n, o, a, s) {
  let l = [];
  if (
    (e.area > 0 || l.push(L('stone', 'The deck has no floor.', 'Enter its width and depth.')),
    e.capacity > 0 ||
      l.push(L('stone', 'A stone without mass holds no heat.', 'Enter what it takes to warm it.')),
    o.forEach((g, b) => {
      g.minutes > 0 ||
        l.push(L(`loads.${b}`, 'This load is baked for 0 minutes.', 'Enter how long it bakes.'));
    }),
    l.length > 0)
  )
    return F(...l);
  let [i, u, c] = [e.capacity * e.area, (e.loss * e.area) / 1e3, e.power * e.area],
    m = n.toSorted((g, b) => g.at - b.at),
    d = [],
    [p, h, y, f] = [r, 0, 0, 0];
  for (let g = a; g < s;) {
    let b = Math.min(nl, s - g),
      x = m.findLast((D) => D.at <= g)?.celsius ?? null,
      k = o.reduce((D, R) => D + al(R, g, g + b), 0),
      S = (D) => (p * (i - (u * b) / 2) + u * b * t + D * b - k) / (i + (u * b) / 2),
      M = x === null ? 0 : ((x - S(0)) * (i + (u * b) / 2)) / b,
      w = Math.max(0, Math.min(c, M)),
      T = S(w);
    (d.push({ at: g, celsius: p, heat: w }),
      (h += w * b),
      (y += k),
      (f += u * b * ((p + T) / 2 - t)),
      (p = T),
      (g += b));
  }
  return (
    d.push({ at: s, celsius: p, heat: 0 }),
    $({ course: d, heated: h / 3600, taken: y / 3600, lost: f / 3600 })
  );
}
function al(e, t, r) {
  let n = e.minutes * 60,
    o = n * ol,
    a = (s) => {
      let l = Math.min(n, Math.max(0, s - e.at));
      return (1 - Math.exp(-l / o)) / (1 - Math.exp(-n / o));
    };
  return Fo(e) * (a(r) - a(t));
}
var Ao = 120,
  Yt = ({ loadAt: e, stages: t }, r) => [
    { at: r, celsius: e },
    ...t.map(({ from: n, bottom: o }) => ({ at: r + n * 60, celsius: o })),
  ];
function Qr(e, t, r, n) {
  let { loadAt: o } = r,
    a = n.minutes * 60,
    s = [...Yt(r, 0), { at: a, celsius: o }],
    l = zt(e, t, o, s, [{ ...n, at: 0 }], 0, a + Ao * 60);
  return l.ok ? ((Vt(l.value, o - 1, a) ?? a + Ao * 60) - a) / 60 : 0;
}
var Vt = ({ course: e }, t, r) => e.find(({ at: n, celsius: o }) => n >= r && o >= t - 1e-6)?.at ?? null;
var qt = O.number().min(0).max(1e3),
  sl = O.number().min(0).max(1e4),
  vt = O.strictObject({
    earliest: O.number().positive().max(6),
    best: O.number().positive().max(6),
    latest: O.number().positive().max(6),
  }).refine((e) => e.earliest <= e.best && e.best <= e.latest, {
    message: 'Earliest, best and latest must follow one another.',
  }),
  ll = ['hearth', 'baguette', 'durum', 'tin', 'enriched', 'laminated', 'rye', 'rolls'],
  il = ['levain', 'sour', 'poolish', 'biga', 'sponge', 'old-dough', 'soaker', 'scald'],
  se = 'mix',
  ul = O.strictObject({ ingredient: I, percent: qt.describe('percent of all flour of the formula') }),
  Eo = O.array(ul).max(60),
  cl = O.strictObject({
    flour: O.number().positive().max(1e3).describe('parts of new flour to 1 part of seed, by mass'),
    lines: O.array(
      O.strictObject({ ingredient: I, percent: qt.describe('percent of the flour in the seed') }),
    )
      .max(12)
      .default([])
      .describe('make-up of the seed; empty: the same as the build'),
  }),
  Io = I.refine((e) => e !== se, { message: 'This name is taken by the mix itself.' }),
  ml = O.strictObject({
    slug: Io,
    name: Z,
    kind: O.enum(il),
    into: I.default(se).describe(
      '\u201Cmix\u201D, or the slug of an autolyse or of the next stage of a sour',
    ),
    lines: Eo.describe('what is added at this stage, the seed with it; earlier stages have their own lines'),
    seed: cl.nullable().default(null),
    keepBack: sl.default(0).describe('kept for next time, kg'),
    loss: O.number().min(0).max(50).default(0).describe('percent lost on spoon and vessel, or steamed off'),
    temperature: O.number().min(0).max(100).nullable().default(null).describe('where it stands, \xB0C'),
    hours: O.number().positive().max(240).nullable().default(null).describe('how long it stands, as a guide'),
    ripeness: vt.nullable().default(null),
  }),
  dl = ['autolyse', 'hold-back', 'late'],
  pl = O.strictObject({
    slug: Io,
    name: Z,
    kind: O.enum(dl),
    lines: Eo,
    minutes: O.number().min(0).max(2880).nullable().default(null).describe('rest after it, for an autolyse'),
  }),
  fl = O.strictObject({
    slug: I.refine((e) => e !== 'base', { message: 'This name is taken by the dough itself.' }),
    name: Z,
    lines: O.array(
      O.strictObject({ ingredient: I, percent: qt.describe('percent of the flour in this branch') }),
    )
      .min(1)
      .max(30),
  }),
  $o = ['filling', 'topping', 'dusting', 'tray-fat', 'glaze', 'wash', 'bath'],
  hl = O.strictObject({
    slug: I,
    name: Z,
    scaledWeight: O.number().positive().max(20).describe('dough in a piece, kg'),
    parts: O.array(
      O.strictObject({
        dough: I.describe('\u201Cbase\u201D, or the slug of a branch'),
        role: O.enum(['whole', 'core', 'wrapper']),
        percent: O.number().positive().max(100).describe('percent of the scaled weight'),
      }),
    )
      .max(6)
      .default([])
      .describe('empty: the whole piece is of the base dough'),
    extras: O.array(
      O.strictObject({
        use: O.enum($o),
        ingredient: I,
        mass: O.number().min(0).max(5).describe('for one piece, kg'),
      }),
    )
      .max(20)
      .default([]),
    bakeLoss: O.number()
      .min(0)
      .max(60)
      .nullable()
      .default(null)
      .describe('percent; null: that of the process'),
  }),
  yl = O.strictObject({
    from: O.number().min(0).max(240).describe('minutes since it was loaded'),
    top: O.number().min(50).max(400).nullable().describe('\xB0C from above; null: off'),
    bottom: O.number().min(50).max(400).nullable().describe('\xB0C from below; null: off'),
    fan: O.number().min(0).max(100).default(0).describe('percent of the fan'),
  }),
  Xr = O.strictObject({
    ddt: O.number().min(5).max(40),
    programme: I,
    bulk: vt,
    folds: O.strictObject({ count: O.number().int().min(0).max(8), every: O.number().min(5).max(180) }),
    gasKept: O.number().min(0).max(1),
    benchRest: O.number().min(0).max(120),
    shape: O.enum(['round', 'long', 'baguette', 'roll']),
    proof: O.strictObject({ rise: vt, around: O.number().min(0).max(45).nullable() }),
    bake: O.strictObject({
      mass: O.number().positive().max(20),
      minutes: O.number().positive().max(240),
      loadAt: O.number().min(100).max(400),
      steam: O.number().min(0).max(240),
      loss: O.number().min(0).max(40),
      look: O.number().min(0).max(240).nullable().default(null),
      turn: O.number().min(0).max(240).nullable().default(null),
      core: O.number().min(60).max(100).nullable().default(null),
      stages: O.array(yl).max(8).default([]),
    }),
    packBelow: O.number().min(20).max(60),
  }),
  bl = O.strictObject({
    schema: O.literal(2),
    name: Z,
    type: O.enum(ll),
    lines: O.array(
      O.strictObject({
        ingredient: I,
        percent: qt,
        group: O.string().trim().max(40).default('').describe('heading under which the line stands'),
      }),
    )
      .min(2)
      .max(60)
      .describe('overall formula, percent of all flour; the flours sum to 100'),
    parts: O.array(ml).max(12).default([]).describe('pre-ferments, soakers and scalds, the first made first'),
    steps: O.array(pl).max(8).default([]),
    branches: O.array(fl).max(8).default([]),
    coatings: O.array(
      O.strictObject({
        use: O.enum($o),
        ingredient: I,
        perKilogram: O.number().min(0).max(1).describe('kg for one kg of dough'),
      }),
    )
      .max(12)
      .default([])
      .describe('outside the 100 %, for the whole dough: bench flour, bath'),
    products: O.array(hl).min(1).max(20),
    processLoss: O.number().min(0).max(30),
    process: Xr,
  }).superRefine((e, t) => {
    let r = (a, s) => {
        s.forEach((l, i) => {
          s.indexOf(l) !== i &&
            t.addIssue({ code: 'custom', path: [...a, i], message: `\u201C${l}\u201D stands here twice.` });
        });
      },
      n = (a) => a.map((s) => s.ingredient),
      o = (a) => a.map((s) => s.slug);
    for (let { path: a, problem: s, remedy: l } of Yr(e.process.bake))
      t.addIssue({ code: 'custom', path: ['process', 'bake', ...a.split('.')], message: `${s} ${l}` });
    (r(['lines'], n(e.lines)),
      e.parts.forEach((a, s) => r(['parts', s, 'lines'], n(a.lines))),
      e.steps.forEach((a, s) => r(['steps', s, 'lines'], n(a.lines))),
      e.branches.forEach((a, s) => r(['branches', s, 'lines'], n(a.lines))),
      r(['products'], o(e.products)),
      r(['branches'], o(e.branches)),
      r(['parts'], o(e.parts)),
      r(['steps'], o(e.steps)),
      e.steps.forEach((a, s) => {
        e.parts.some((l) => l.slug === a.slug) &&
          t.addIssue({
            code: 'custom',
            path: ['steps', s],
            message: `\u201C${a.slug}\u201D stands here twice.`,
          });
      }));
  }),
  ot = O.strictObject({ doc: bl, ingredients: O.array(Cr).min(1).max(200) }),
  Qt = O.strictObject({
    product: I,
    pieces: O.number().int().min(0).max(1e5),
    scaledWeight: O.number().positive().max(20),
  });
var at = 1e-9,
  oe = (e, t) => e.reduce((r, n) => r + (n.ingredient.slug === t ? n.percent : 0), 0),
  fe = (e) => e.reduce((t, r) => t + r.percent, 0),
  re = (e) => e.reduce((t, r) => t + (r.ingredient.kind === 'flour' ? r.percent : 0), 0),
  we = (e, t) => e.reduce((r, n) => r + n.percent * Ze(n.ingredient, t), 0);
function Co(e) {
  let t = new Map();
  for (let r of e) {
    let n = t.get(r.ingredient.slug)?.percent ?? 0;
    t.set(r.ingredient.slug, { ...r, percent: n + r.percent });
  }
  return [...t.values()];
}
var No = 1e-6,
  he = (e) => `${G(e, 2)} %`,
  Wo = (e, t) =>
    L(e, `The ingredient \u201C${t}\u201D is not in the larder.`, 'Add it, or correct the name.');
function Ho(e) {
  let t = re(e);
  if (Math.abs(t - 100) < No) return [];
  let r = he(Math.abs(100 - t));
  return [
    L(
      'lines',
      `The flours of the formula sum to ${he(t)}, not 100 %.`,
      t < 100 ? `Add ${r} of flour.` : `Take away ${r} of flour.`,
    ),
  ];
}
function Bo(e) {
  return e.parts.flatMap((t, r) => {
    if (t.into === se || e.steps.some((a) => a.slug === t.into)) return [];
    let n = e.parts.findIndex((a) => a.slug === t.into);
    if (n > r) return [];
    let o = `parts.${r}.into`;
    return n < 0
      ? [
          L(
            o,
            `${t.name} goes into \u201C${t.into}\u201D, which is not here.`,
            'Choose another stage, or the mix.',
          ),
        ]
      : [
          L(
            o,
            `${t.name} goes into ${e.parts[n]?.name ?? t.into}, which is made before it.`,
            'Put the stage that is made first to the left.',
          ),
        ];
  });
}
function Uo(e) {
  return e.products.flatMap((t, r) => {
    let n = t.parts.flatMap(({ dough: s }, l) =>
        s === 'base' || e.branches.some((i) => i.slug === s)
          ? []
          : [
              L(
                `products.${r}.parts.${l}`,
                `${t.name} is made of \u201C${s}\u201D, which this formula has not.`,
                'Choose the dough itself or one of its branches.',
              ),
            ],
      ),
      o = t.parts.reduce((s, l) => s + l.percent, 0);
    return t.parts.length === 0 || Math.abs(o - 100) < No
      ? n
      : [
          ...n,
          L(
            `products.${r}.parts`,
            `The parts of ${t.name} make ${he(o)} of the piece.`,
            'Let them sum to 100 %.',
          ),
        ];
  });
}
var _o = new Set(['levain', 'sour', 'poolish', 'biga', 'sponge']);
function Go(e, t, r, n) {
  if (!(_o.has(e.kind) || e.kind === 'old-dough')) return [];
  let a = [];
  re(t.content) === 0 &&
    a.push(L(`parts.${n}`, `${e.name} has no flour.`, 'Give it some, or make it a soaker.'));
  let s =
    e.seed !== null ||
    r.some((l) => l.into === e.slug) ||
    t.content.some(({ ingredient: l, percent: i }) => i > 0 && (l.kind === 'yeast' || l.kind === 'culture'));
  return (
    _o.has(e.kind) &&
      !s &&
      a.push(
        L(`parts.${n}`, `Nothing makes ${e.name} rise.`, 'Give it a seed, some yeast, or a stage before it.'),
      ),
    a
  );
}
function jo(e, t, r) {
  return t.added
    .filter((n) => n.percent < -at)
    .map(({ ingredient: n, percent: o }) =>
      L(
        `parts.${r}.seed`,
        `The seed of ${e.name} alone brings more ${n.name} than ${e.name} holds: ${he(-o)} of all flour too much.`,
        `Use less seed, or give ${e.name} more ${n.name}.`,
      ),
    );
}
function Ko(e, t, r, n) {
  let o = r.flatMap((s) => s.lines);
  return [...new Map([...o, ...n.flat()].map(({ ingredient: s }) => [s.slug, s])).values()].flatMap((s) => {
    let l = oe(t, s.slug),
      i = oe(o, s.slug);
    if (l - i < -at) return [gl(s, l, i, r)];
    let u = oe(n.flat(), s.slug);
    return l - i - u >= -at ? [] : [xl(e, s, l - i, u, n)];
  });
}
function gl(e, t, r, n) {
  let o = n.filter((s) => oe(s.lines, e.slug) > 0).map((s) => s.name),
    a = o.length > 1 ? `${Xt(o)} together hold` : `${Xt(o)} alone holds`;
  return L(
    `mix.${e.slug}`,
    `The final mix would need ${he(t - r)} ${e.name}: ${a} ${he(r)} and the formula only ${he(t)} of all flour.`,
    `Give the formula more ${e.name}, or ${Xt(o)} less.`,
  );
}
function xl(e, t, r, n, o) {
  let a = o.findLastIndex((c) => oe(c, t.slug) > 0),
    s = (o[a] ?? []).findIndex((c) => c.ingredient.slug === t.slug),
    l = e.steps[a],
    i = e.steps.filter((c, m) => oe(o[m] ?? [], t.slug) > 0).map((c) => c.name),
    u = l?.kind === 'hold-back' ? 'hold back' : 'take';
  return L(
    `steps.${a}.lines.${s}`,
    `${Xt(i)} would ${u} ${he(n)} ${t.name}, but the final mix has only ${he(r)}.`,
    `Use at most ${he(r)} here, or give the formula more ${t.name}.`,
  );
}
var Xt = (e) => (e.length < 2 ? e.join('') : `${e.slice(0, -1).join(', ')} and ${e.at(-1) ?? ''}`);
function Zr(e, t, r) {
  let n = (e.seed?.lines ?? []).flatMap(({ ingredient: u, percent: c }) => {
      let m = r.get(u);
      return m ? [{ ingredient: m, percent: c }] : [];
    }),
    o = n.length > 0 ? n : t,
    a = fe(o);
  if (!e.seed || a === 0) return { percent: 0, lines: [], added: t };
  let s = re(t) / (e.seed.flour + re(o) / a),
    l = o.map((u) => ({ ...u, percent: (u.percent / a) * s })),
    i = l.filter((u) => !t.some((c) => c.ingredient.slug === u.ingredient.slug));
  return {
    percent: s,
    lines: l,
    added: [...t, ...i.map((u) => ({ ...u, percent: 0 }))].map((u) => ({
      ...u,
      percent: u.percent - oe(l, u.ingredient.slug),
    })),
  };
}
var kl = new Set(['levain', 'sour', 'poolish', 'biga', 'sponge', 'old-dough']),
  le = (e) => kl.has(e);
function Tt(e) {
  let { doc: t } = e,
    r = Sl(e),
    n = [...r.problems, ...Bo(t), ...Uo(t)];
  if (n.length > 0) return F(...n);
  let { overall: o, partLines: a, stepLines: s } = r;
  n.push(...Ho(o));
  let l = wl(t.parts, a);
  t.parts.forEach((f, g) => {
    let b = l[g];
    b && (n.push(...Go(f, b, l, g)), f.seed && n.push(...jo(f, Zr(f, b.lines, r.larder), g)));
  });
  let i = l.flatMap((f) => f.lines),
    u = s.flat();
  if ((n.push(...Ko(t, o, l, s)), n.length > 0)) return F(...n);
  let c = o
      .map((f) => ({ ...f, percent: zo(f.percent, oe(i, f.ingredient.slug)) }))
      .filter((f) => f.percent > 0),
    m = c
      .map((f) => ({ ...f, percent: zo(f.percent, oe(u, f.ingredient.slug)) }))
      .filter((f) => f.percent > 0),
    d = (f) => t.parts.filter((g) => g.into === f).map((g) => g.slug),
    p = t.steps.map((f, g) => ({
      slug: f.slug,
      name: f.name,
      kind: f.kind,
      lines: s[g] ?? [],
      holds: d(f.slug),
    })),
    h = p.filter((f) => f.kind === 'autolyse'),
    y = p.filter((f) => f.kind !== 'autolyse');
  return $({
    overall: o,
    parts: l.map((f, g) => {
      let b = t.parts[g];
      return b?.seed ? { ...f, seed: Zr(b, f.lines, r.larder) } : f;
    }),
    steps: [...h, { slug: se, name: 'Final mix', kind: se, lines: m, holds: d(se) }, ...y],
    finalMix: c,
    totalPercent: fe(o),
  });
}
function zo(e, t) {
  let r = e - t;
  return t > 0 && Math.abs(r) < at ? 0 : r;
}
function Sl({ doc: e, ingredients: t }) {
  let r = new Map(t.map((u) => [u.slug, u])),
    n = [],
    o = (u, c) =>
      c.flatMap(({ ingredient: m, percent: d }, p) => {
        let h = r.get(m);
        return h ? [{ ingredient: h, percent: d }] : (n.push(Wo(`${u}.${p}`, m)), []);
      }),
    a = o('lines', e.lines),
    s = e.parts.map(
      (u, c) => (o(`parts.${c}.seed.lines`, u.seed?.lines ?? []), o(`parts.${c}.lines`, u.lines)),
    ),
    l = e.steps.map((u, c) => o(`steps.${c}.lines`, u.lines));
  e.branches.forEach((u, c) => o(`branches.${c}.lines`, u.lines));
  let i = (u, c) =>
    o(
      u,
      c.map(({ ingredient: m }) => ({ ingredient: m, percent: 0 })),
    );
  return (
    i('coatings', e.coatings),
    e.products.forEach((u, c) => i(`products.${c}.extras`, u.extras)),
    { overall: a, partLines: s, stepLines: l, larder: r, problems: n }
  );
}
function wl(e, t) {
  let r = [];
  return (
    e.forEach((n, o) => {
      let a = t[o] ?? [],
        s = r.filter((i) => i.into === n.slug),
        l = Co([...a, ...s.flatMap((i) => i.content)]);
      r.push({
        slug: n.slug,
        name: n.name,
        kind: n.kind,
        into: n.into,
        lines: a,
        holds: s.map((i) => i.slug),
        content: l,
        total: fe(l),
        seed: null,
      });
    }),
    r
  );
}
var st = (e) => re(e.content);
var Zt = (e) => e.parts.filter((t) => t.into === se || e.steps.some((r) => r.slug === t.into));
function Rt(e) {
  let { overall: t, finalMix: r } = e,
    n = Ol(t),
    o = re(r),
    a = (i) => (o > 0 ? (i / o) * 100 : null),
    s = Zt(e),
    l = t.map((i) => ({ ...i, percent: Ml(i) }));
  return {
    hydration: vl(t),
    trueHydration: (we(t, 'water') * 100) / n,
    prefermentedFlour: (Tl(e) * 100) / n,
    inoculation: (Yo(s.filter((i) => Jr(i, e))) / e.totalPercent) * 100,
    salt: we(t, 'salt'),
    fat: we(t, 'fat'),
    sugar: we(t, 'sugar'),
    wholeGrain: (l.reduce((i, { ingredient: u, percent: c }) => i + c * u.wholeGrain, 0) / fe(l)) * 100,
    yield: e.totalPercent,
    saltOfFinalMix: a(we(r, 'salt')),
    prefermentOfFinalMix: a(Yo(s.filter((i) => le(i.kind)))),
  };
}
var Ml = ({ ingredient: e, percent: t }) =>
    e.kind === 'culture' ? t * e.flour : e.kind === 'flour' || e.grain !== null ? t : 0,
  Ol = (e) => we(e, 'flour'),
  vl = (e) => e.reduce((t, r) => t + (r.ingredient.kind === 'water' ? r.percent : 0), 0);
function Tl(e) {
  let t = e.parts.filter((n) => le(n.kind)),
    r = e.finalMix.reduce(
      (n, { ingredient: o, percent: a }) => n + (o.kind === 'culture' ? a * Ze(o, 'flour') : 0),
      0,
    );
  return t.reduce((n, o) => n + we(o.lines, 'flour'), r);
}
function Jr(e, t) {
  return (
    e.seed !== null ||
    e.lines.some((r) => r.ingredient.kind === 'culture' && r.percent > 0) ||
    t.parts.some((r) => r.into === e.slug && Jr(r, t))
  );
}
var Yo = (e) => e.reduce((t, r) => t + r.total, 0);
var Dt = (e, t) => ({ ingredient: e, ...Jt(t, e.scaleStep) });
function Jt(e, t) {
  let r = Math.round(e / t) * t;
  return { mass: e, weighed: Number(r.toFixed(9)) };
}
var Rl = ({ ingredients: e }, t) =>
    t.lines.flatMap(({ ingredient: r, percent: n }) => {
      let o = e.find((a) => a.slug === r);
      return o ? [{ ingredient: o, percent: n }] : [];
    }),
  Dl = (e) => (e && e.parts.length > 0 ? e.parts : [{ dough: 'base', role: 'whole', percent: 100 }]);
function Vo(e, t, r) {
  let { doc: n } = e,
    o = 1 - n.processLoss / 100,
    a = new Map(),
    s = 0;
  for (let [u, c] of r.entries()) {
    let m = n.products.find(({ slug: p }) => p === c.product);
    if (!m && c.pieces > 0)
      return F(
        L(
          `order.${u}.product`,
          `${n.name} has no product \u201C${c.product}\u201D.`,
          `Choose from: ${n.products.map(({ slug: p }) => p).join(', ')}.`,
        ),
      );
    let d = c.pieces * c.scaledWeight;
    s += d;
    for (let { dough: p, percent: h } of Dl(m)) a.set(p, (a.get(p) ?? 0) + (d * h) / 100 / o);
  }
  let l = n.branches
      .filter((u) => (a.get(u.slug) ?? 0) > 0)
      .map((u) => {
        let c = a.get(u.slug) ?? 0,
          m = Rl(e, u),
          d = (c * t.totalPercent) / (t.totalPercent + fe(m)),
          p = (d / t.totalPercent) * 100;
        return {
          slug: u.slug,
          name: u.name,
          mass: c,
          base: d,
          lines: m.map(({ ingredient: h, percent: y }) => Dt(h, (p * y) / 100)),
        };
      }),
    i = l.reduce((u, c) => u + c.base, a.get('base') ?? 0);
  return $({ pieceMass: s, dough: i, branches: l });
}
var Ll = 0.005,
  qo = 0.001;
function Lt(e, t) {
  let r = Tt(e);
  if (!r.ok) return r;
  let n = Vo(e, r.value, t);
  if (!n.ok) return n;
  let { pieceMass: o, dough: a, branches: s } = n.value;
  return o <= 0
    ? F(L('order', 'Nothing is ordered of this dough.', 'Enter how many pieces of at least one product.'))
    : $({ ...tn(e, r.value, a), pieceMass: o, branches: s });
}
function tn({ doc: e }, t, r) {
  let n = (r / t.totalPercent) * 100,
    o = (c) => Dt(c.ingredient, (n * c.percent) / 100),
    a = Al(e.parts, t, n),
    s = (c) => c.holds.flatMap((m) => a.filter((d) => d.slug === m).map(en)),
    l = t.steps.map((c) => ({ ...Qo(c), lines: c.lines.map(o), holds: s(c) })),
    i = t.finalMix.map(o),
    u = new Set(Zt(t).map((c) => c.slug));
  return {
    split: t,
    pieceMass: r * (1 - e.processLoss / 100),
    dough: r,
    flour: n,
    parts: a,
    steps: l,
    finalMix: { lines: i, flour: He(i, 'flour'), holds: a.filter((c) => u.has(c.slug)).map(en) },
    branches: [],
    facts: Rt(t),
    drift: [...l, ...a].flatMap((c) => c.lines.flatMap((m) => Fl(m, c.name))),
  };
}
function Al(e, t, r) {
  let n = [];
  for (let o of t.parts.toReversed()) {
    let a = e.find((m) => m.slug === o.slug);
    if (!a) throw new Error(`the stage ${o.slug} comes from a part`);
    let s = n.find((m) => m.slug === o.into),
      l = s ? (s.build * o.total) / s.stage.total : (r * o.total) / 100,
      i = (l + a.keepBack) / (1 - a.loss / 100),
      u = (m) => (o.total > 0 ? (i * m) / o.total : 0),
      c = o.seed ? o.seed.added.filter((m) => m.percent > 0) : o.lines;
    n.push({
      ...Qo(o),
      stage: o,
      needed: l,
      build: i,
      keepBack: a.keepBack,
      seed: o.seed ? Jt(u(o.seed.percent), qo) : null,
      lines: c.map(({ ingredient: m, percent: d }) => Dt(m, u(d))),
      holds: [],
    });
  }
  return n.toReversed().map((o, a, s) => ({ ...o, holds: s.filter((l) => l.stage.into === o.slug).map(en) }));
}
var Qo = ({ slug: e, name: t, kind: r }) => ({ slug: e, name: t, kind: r }),
  en = ({ slug: e, name: t, needed: r }) => ({ slug: e, name: t, ...Jt(r, qo) }),
  He = (e, t) => e.reduce((r, n) => r + (n.ingredient.kind === t ? n.mass : 0), 0);
function Fl(e, t) {
  if (e.mass === 0 || Math.abs(e.weighed / e.mass - 1) <= Ll) return [];
  let r = G((e.weighed / e.mass - 1) * 100, 1);
  return [
    `${e.ingredient.name}, ${t}: weighed in steps of ${G(e.ingredient.scaleStep * 1e3, e.ingredient.scaleStep < 0.001 ? 1 : 0)} g it is ${r} % off. Use a finer scale.`,
  ];
}
var Y = (e, t, r) => ({ earliest: e, best: t, latest: r }),
  Pl = {
    hearth: { bulk: Y(0.4, 0.6, 0.9), loading: Y(0.8, 1.1, 1.4) },
    baguette: { bulk: Y(0.5, 0.8, 1.2), loading: Y(1, 1.2, 1.5) },
    durum: { bulk: Y(0.7, 1, 1.3), loading: Y(1.1, 1.4, 1.7) },
    tin: { bulk: Y(0.8, 1, 1.3), loading: Y(1.8, 2.3, 2.8) },
    enriched: { bulk: Y(0.8, 1, 1.4), loading: Y(1.4, 1.7, 2.1) },
    laminated: { bulk: Y(0.3, 0.5, 0.8), loading: Y(1.3, 1.6, 2) },
    rye: { bulk: Y(0.2, 0.3, 0.5), loading: Y(0.5, 0.65, 0.8) },
    rolls: { bulk: Y(0.6, 0.9, 1.2), loading: Y(0.9, 1.2, 1.5) },
  },
  Ie = {
    liquid: Y(1.5, 2, 2.8),
    stiff: Y(1.2, 2, 2.6),
    wholeWheat: Y(0.9, 1.3, 1.8),
    rye: Y(0.6, 0.9, 1.3),
    poolish: Y(1.3, 1.8, 2.6),
    stiffYeasted: Y(1, 1.6, 2.2),
  };
var rn = (e) =>
  El(e, [
    ...e.doc.lines,
    ...e.doc.branches.flatMap((t) => t.lines),
    ...e.doc.coatings,
    ...e.doc.products.flatMap((t) => t.extras),
  ]);
function El({ ingredients: e }, t) {
  let r = new Set(t.map(({ ingredient: o }) => o)),
    n = e.filter(({ slug: o }) => r.has(o));
  return gt.flatMap((o) => {
    let a = n.filter((s) => s.allergens.includes(o));
    return a.length > 0 ? [{ allergen: o, from: a }] : [];
  });
}
var nn = (e) =>
  e
    .map(({ allergen: t, from: r }) => {
      let n = [...new Set(r.flatMap(({ grain: o }) => o ?? []))];
      return t === 'gluten' && n.length > 0 ? `gluten (${n.join(', ')})` : t;
    })
    .join(', ');
function on(e, t) {
  if (e <= 0) return F(L('dough', 'There is no dough to mix.', 'Enter more than 0 kg.'));
  let r = Math.max(1, Math.ceil(e / t.maxDough - 1e-9)),
    n = e / r,
    o =
      n < t.minDough
        ? `${Pe(n, 'kg', 1)} is less than ${t.name} moves well (${Pe(t.minDough, 'kg', 1)}). Use a smaller mixer, or mix two days at once.`
        : null;
  return $({ count: r, each: n, caution: o });
}
import { z as B } from 'zod';
var Il = B.looseObject({
    schema: B.literal(1),
    slug: B.string(),
    name: B.string(),
    kind: B.enum(jt),
    wholeGrain: B.number().default(0),
    scaleStep: B.number().default(0.001),
  }),
  Xo = B.array(B.strictObject({ ingredient: B.string(), percent: B.number() })),
  $l = B.looseObject({
    schema: B.literal(1),
    name: B.string(),
    lines: Xo,
    levain: B.strictObject({
      name: B.string(),
      flourShare: B.number(),
      flours: Xo,
      water: B.string(),
      ratio: B.strictObject({ flour: B.number().positive(), water: B.number() }),
      keepBack: B.number().default(0),
      loss: B.number().default(0),
      ripeness: vt,
    }),
    products: B.array(B.strictObject({ slug: B.string(), name: B.string(), scaledWeight: B.number() })),
    processLoss: B.number(),
    process: Xr,
  });
function Zo(e) {
  let t = Il.safeParse(e);
  if (!t.success) return e;
  let { slug: r, name: n, kind: o, wholeGrain: a, scaleStep: s, ...l } = t.data;
  return {
    ...l,
    ...{
      schema: 2,
      slug: r,
      name: n,
      kind: o,
      water: 0,
      fat: 0,
      sugar: 0,
      salt: 0,
      flour: 0,
      wholeGrain: a,
      grain: null,
      instant: null,
      absorption: null,
      specificHeat: null,
      density: null,
      allergens: [],
      cost: null,
      pack: null,
      scaleStep: s,
      yield: 1,
      source: '',
    },
  };
}
function Jo(e) {
  let t = $l.safeParse(e);
  if (!t.success) return e;
  let { levain: r, lines: n, products: o, processLoss: a, process: s, name: l, ...i } = t.data,
    u = r.flourShare,
    c = {
      schema: 2,
      name: l,
      type: 'hearth',
      lines: n.map(({ ingredient: m, percent: d }) => ({ ingredient: m, percent: d, group: '' })),
      parts: [
        {
          slug: 'levain',
          name: r.name,
          kind: 'levain',
          into: 'mix',
          lines: [
            ...r.flours.map(({ ingredient: m, percent: d }) => ({ ingredient: m, percent: (u * d) / 100 })),
            { ingredient: r.water, percent: (u * r.ratio.water) / r.ratio.flour },
          ],
          seed: { flour: r.ratio.flour, lines: [] },
          keepBack: r.keepBack,
          loss: r.loss,
          temperature: null,
          hours: null,
          ripeness: r.ripeness,
        },
      ],
      steps: [],
      branches: [],
      coatings: [],
      products: o.map((m) => ({ ...m, parts: [], extras: [], bakeLoss: null })),
      processLoss: a,
      process: s,
    };
  return { ...i, ...c };
}
function an(e) {
  if (e === null || typeof e != 'object') return e;
  let { doc: t, ingredients: r } = e;
  return { ...e, doc: Jo(t), ingredients: Array.isArray(r) ? r.map(Zo) : r };
}
import { z as A } from 'zod';
var ie = { flour: 1.8, water: 4.18, ice: 2.05, salt: 0.88, steel: 0.5, other: 1.7 },
  ea = 334,
  At = 15,
  ta = 0.5,
  er = 120,
  Be = 40,
  sn = 0.35,
  ra = 0.5;
var ln = (e, t, r) => (t.length + 1) * e - t.reduce((n, o) => n + o, 0) - r;
var un = (e, t, r) => ln(e, t, r),
  na = (e, t, r) => e - t - r,
  oa = (e, t) => 3 * e - t;
function cn(e, t) {
  if (e.water <= 0)
    return F(
      L('water', 'There is no water in this mix to carry the temperature.', 'Give the final mix some water.'),
    );
  let r = dn(e),
    n = tr(e),
    o = rr(e) * (t - e.room),
    a = [
      ...e.parts.map((i) => ({ name: i.name, heat: i.mass * i.specificHeat * (i.temperature - t) })),
      { name: 'bowl', heat: n * (e.bowl.temperature - t) },
      { name: 'wetting', heat: At * e.newFlour },
      { name: 'friction', heat: e.friction * r },
      { name: 'room', heat: -o * r },
    ],
    s = -a.reduce((i, u) => i + u.heat, 0),
    l = t + s / nr(e);
  return $({ temperature: l, ledger: a, waterHeat: s, capacity: r, bowlCapacity: n, loss: o });
}
function mn(e, t) {
  let r = dn(e),
    n = tr(e),
    o = rr(e);
  return (
    (e.parts.reduce((s, l) => s + l.mass * l.specificHeat * l.temperature, 0) +
      nr(e) * t +
      n * e.bowl.temperature +
      At * e.newFlour +
      (e.friction + o * e.room) * r) /
    (r * (1 + o) + n)
  );
}
function aa(e, t) {
  let r = dn(e),
    n = r * (1 + rr(e)) + tr(e),
    a = [...e.parts.map((s) => s.mass * s.specificHeat), nr(e), tr(e), rr(e) * r].reduce(
      (s, l) => s + (l * ra) ** 2,
      0,
    );
  return Math.sqrt(a + (t * r) ** 2) / n;
}
var dn = (e) => e.parts.reduce((t, r) => t + r.mass * r.specificHeat, nr(e)),
  nr = (e) => e.water * _l(e),
  _l = ({ liquidHeat: e }) => e ?? ie.water,
  tr = (e) => ta * e.bowl.mass * ie.steel,
  rr = (e) => 1 - Math.exp(-e.minutes / er);
var Nl = ({ kind: e, temperature: t }) => (e === 'water' ? t : (ie.ice * Math.min(0, t) - ea) / ie.water);
function pn(e, t, r) {
  if (!(e > 0)) return F(L('water', 'There is no water to pour.', 'Give the final mix some water.'));
  let n = r.map((h) => ({ source: h, at: Nl(h) })).sort((h, y) => h.at - y.at),
    [o] = n,
    a = n.at(-1);
  if (!o || !a) return F(L('sources', 'No water source is named.', 'Name the tap and its temperature.'));
  let s = Math.min(Be, a.at),
    l = t > s ? 'hot' : t < o.at ? 'cold' : null,
    i = Math.max(o.at, Math.min(s, t)),
    u = n.findLast(({ at: h }) => h <= i) ?? o,
    c = n.find(({ at: h }) => h >= i) ?? a,
    m = c.at > u.at ? (i - u.at) / (c.at - u.at) : 1,
    d = [
      { ...c.source, mass: e * m },
      { ...u.source, mass: e * (1 - m) },
    ].filter((h) => h.mass > 0),
    p = d.reduce((h, y) => h + (y.kind === 'ice' ? y.mass : 0), 0) / e;
  return $({ wanted: t, temperature: i, portions: d, ice: p, limit: l, cautions: Wl(p) });
}
var Wl = (e) =>
  e > sn
    ? [
        `${G(e * 100, 0)} % of the water is ice, more than melts surely before the mix ends (${G(sn * 100, 0)} %). Use colder flour, cool the pre-ferment, or mix for less time.`,
      ]
    : [];
function fn(e) {
  let t = e.flour * e.flourHeat,
    r = e.water * ie.water,
    o = (t * e.flourTemperature + r * e.waterTemperature + At * e.flour) / (t + r);
  return e.room + (o - e.room) * Math.exp(-e.minutes / er);
}
var hn = ({ flour: e, flourHeat: t, water: r }) => (e * t + r * ie.water) / (e + r);
var Ft = ['balance', 'sum', 'base'];
function yn(e) {
  let { mixAt: t, now: r, ddt: n, usual: o, usualDdt: a, sources: s, learned: l } = e,
    i = t(r),
    u = cn(i, n);
  if (!u.ok) return u;
  let c = cn(t(o), a);
  if (!c.ok) return c;
  let m = c.value.temperature,
    d = (w) => e.factors.map((T) => w[T] ?? w.room),
    p = un(a, d(o), m),
    h = l ? l.factor(p) : p,
    y = un(a, [o.flour, o.room], m),
    f = oa(n, l ? l.baseFactor(y) : y),
    g = { temperature: ln(n, d(r), h), frictionFactor: h },
    b = { temperature: na(f, r.flour, r.room), base: f },
    x = { balance: u.value.temperature, sum: g.temperature, base: b.temperature }[e.method],
    k = pn(i.water, x, s);
  if (!k.ok) return k;
  let S = mn(i, k.value.temperature),
    M = k.value.ice > 0 ? Hl(i, x, s) : null;
  return $({
    balance: u.value,
    sum: g,
    base: b,
    usual: m,
    method: e.method,
    poured: k.value,
    pour: k.value.temperature,
    fdt: S,
    spread: aa(i, e.frictionSpread),
    iceless: M,
    cautions: [...Bl(k.value, S), ...k.value.cautions],
  });
}
function Hl(e, t, r) {
  let n = pn(
    e.water,
    t,
    r.filter(({ kind: o }) => o !== 'ice'),
  );
  return n.ok ? { poured: n.value, fdt: mn(e, n.value.temperature) } : null;
}
function Bl({ limit: e, wanted: t, temperature: r, portions: n }, o) {
  let a = (l) => `${G(l, 1)} \xB0C`,
    s = `the dough comes out at ${a(o)}`;
  return e === 'hot' && r >= Be - 1e-9
    ? [
        `The dough asks for water at ${a(t)}. Above ${Be} \xB0C it harms the leaven: pour ${Be} \xB0C and ${s}. Warm the flour or the pre-ferment instead.`,
      ]
    : e === 'hot'
      ? [
          `The dough asks for water at ${a(t)}, warmer than any source: with ${a(r)} ${s}. Heat some water, or warm the flour.`,
        ]
      : e === 'cold' && n.some(({ kind: l }) => l === 'ice')
        ? [
            `The dough asks for colder water than ice alone gives: with nothing but ice ${s}. Chill the flour or the pre-ferment, or mix for less time.`,
          ]
        : e === 'cold'
          ? [
              `The dough asks for water at ${a(t)}, colder than any source: with ${a(r)} ${s}. Use ice, chill the flour or the pre-ferment, or mix for less time.`,
            ]
          : [];
}
var bn = A.number().min(-40).max(110),
  Ul = ['hand', 'spiral', 'fork', 'diving-arm', 'planetary', 'horizontal'],
  Pt = A.strictObject({
    schema: A.literal(1),
    slug: I,
    name: Z,
    kind: A.enum(Ul).default('spiral'),
    bowlMass: A.number().min(0).max(1e3),
    minDough: A.number().min(0).max(2e3).default(0),
    maxDough: A.number().positive().max(2e3),
    speeds: A.array(A.number().positive().max(1e3)).max(8).default([]),
  }),
  gn = A.strictObject({
    slug: I,
    name: Z,
    minutes: A.number().positive().max(240),
    friction: A.number().min(0).max(20),
    bouts: A.array(
      A.strictObject({
        speed: A.number().int().min(0).max(8),
        minutes: A.number().positive().max(120),
        add: A.string().trim().max(80).default('').describe('what goes in before it'),
      }),
    )
      .max(12)
      .default([]),
  }),
  sa = A.strictObject({
    name: Z,
    kind: A.enum(['water', 'ice']).default('water'),
    temperature: bn.describe('\xB0C, as it usually comes'),
  }),
  la = [
    { name: 'tap', temperature: 14 },
    { name: 'hot tap', temperature: 52 },
    { name: 'ice', kind: 'ice', temperature: -6 },
  ],
  xn = A.array(sa).min(1).max(6),
  Gl = ['core', 'surface', 'air'],
  Sd = A.strictObject({
    id: A.uuid(),
    factor: I,
    value: bn,
    at: A.number().int().min(0).max(3250368e4),
    instrument: A.string().trim().min(1).max(60),
    spot: A.enum(Gl),
    offset: A.number().min(-10).max(10).default(0),
    corrects: A.uuid().nullable().default(null),
  }),
  jl = A.number().min(-1e3).max(1e3),
  wd = A.strictObject({
    schema: A.literal(1),
    slug: I.describe('of the formula'),
    formula: ot,
    order: A.array(Qt).max(20),
    dough: A.number().positive().max(2e3),
    batch: A.strictObject({ n: A.number().int().min(1).max(100), of: A.number().int().min(1).max(100) }),
    mixer: Pt,
    programme: gn,
    ddt: A.number().min(5).max(40),
    method: A.enum(Ft),
    usual: A.record(I, bn),
    sources: xn,
    poured: A.array(sa.extend({ mass: A.number().min(0).max(2e3) }))
      .max(6)
      .nullable()
      .default(null),
    added: A.array(A.strictObject({ ingredient: I, mass: jl }))
      .max(20)
      .default([]),
    lot: A.string().trim().max(60).default(''),
    gates: A.strictObject({ salt: A.boolean().default(!1), keepBack: A.boolean().default(!1) }).prefault({}),
    note: A.string().max(500).default(''),
  });
var Sn = 'hold-back',
  wn = 'autolyse',
  ia = 'autolyse-water',
  Kl = new Set([
    'flour',
    'salt',
    'yeast',
    'sweetener',
    'seed',
    'malt',
    'spice',
    'inclusion',
    'coating',
    'processing',
  ]);
function kn(e) {
  let t = e.reduce((n, o) => n + o.mass, 0),
    r = e.reduce((n, o) => n + o.mass * Je(o.ingredient), 0);
  return t > 0 ? r / t : zl;
}
var zl = 1,
  Ue =
    (e) =>
    ({ ingredient: t }) =>
      t.kind === e;
function Mn(e, t, r = !1) {
  let { lines: n, holds: o, flour: a } = e.finalMix,
    s = (k) => e.steps.filter((S) => S.kind === k),
    l = Yl(n),
    i = l?.mass ?? 0,
    u = r
      ? He(
          s('hold-back').flatMap((k) => k.lines),
          'water',
        )
      : 0,
    c = s('autolyse').flatMap((k) => k.lines),
    m = He(c, 'water'),
    d = t.doc.steps.reduce((k, S) => k + (S.kind === 'autolyse' ? (S.minutes ?? 0) : 0), 0),
    p = i - u - m,
    h = m > 0 && p > 1e-9,
    y = c.filter(Ue('flour')),
    f = n.filter(Ue('flour')),
    g = h ? He(c, 'flour') : 0,
    b = e.parts.filter(({ slug: k }) => o.some((S) => S.slug === k)),
    x = (k) => ({
      slug: k.ingredient.slug,
      name: k.ingredient.name,
      mass: k.mass,
      specificHeat: Je(k.ingredient),
      like: Kl.has(k.ingredient.kind) ? 'flour' : 'room',
    });
  return {
    contents: [
      { slug: 'flour', name: 'flour', mass: a - g, specificHeat: kn(f), like: 'flour' },
      ...n.filter((k) => k !== l && !Ue('flour')(k) && !Ue('water')(k)).map(x),
      ...b.map((k) => ({
        slug: k.slug,
        name: k.name,
        mass: k.needed,
        specificHeat: kn(k.stage.content.map((S) => ({ ...S, mass: S.percent }))),
        like: k.slug,
      })),
      ...(u > 0 ? [{ slug: Sn, name: 'hold-back water', mass: u, specificHeat: ua, like: Sn }] : []),
    ].filter(({ mass: k }) => k > 0),
    water: h ? p : i - u,
    liquid:
      l && l.ingredient.kind !== 'water'
        ? { slug: l.ingredient.slug, name: l.ingredient.name, specificHeat: Je(l.ingredient) }
        : ca,
    newFlour: a - g,
    autolyse: h ? { flour: g, flourHeat: kn(y), water: m, minutes: d } : null,
    rest: h ? 0 : d,
    holds: b.map(({ slug: k, name: S, kind: M }) => ({ slug: k, name: S, ferments: le(M) })),
  };
}
var ua = ie.water,
  ca = { slug: 'water', name: 'Water', specificHeat: ua };
function Yl(e) {
  let t = e.filter((n) => Ue('water')(n) && n.mass > 0),
    [r] = t;
  return r
    ? { ...r, mass: He(e, 'water') }
    : e
        .filter((n) => (Ue('liquid')(n) || Ue('dairy')(n)) && Je(n.ingredient) > 3)
        .toSorted((n, o) => o.mass - n.mass)[0];
}
var Vl = 5,
  ql = 45;
function On({ liquid: e }, t) {
  if (e === ca) return t;
  let r = e.name.toLowerCase();
  return [
    { name: `cold ${r}`, kind: 'water', temperature: Vl },
    { name: `warmed ${r}`, kind: 'water', temperature: ql },
  ];
}
var vn = ({ holds: e }) => ['flour', 'room', ...e.filter((t) => t.ferments).map(({ slug: t }) => t)];
function Tn(e, t, r, n, o) {
  return (a) => {
    let s = ({ slug: i, like: u }) => a[i] ?? a[u] ?? a.room,
      l = e.contents.map((i) => ({
        name: i.slug,
        mass: i.mass,
        specificHeat: i.specificHeat,
        temperature: s(i),
      }));
    if (e.autolyse) {
      let i = { ...e.autolyse, flourTemperature: a.flour, waterTemperature: a[ia] ?? o, room: a.room };
      l.push({ name: wn, mass: i.flour + i.water, specificHeat: hn(i), temperature: a[wn] ?? fn(i) });
    }
    return {
      parts: l,
      water: e.water,
      liquidHeat: e.liquid.specificHeat,
      newFlour: e.newFlour,
      bowl: { mass: t.bowlMass, temperature: a.bowl },
      room: a.room,
      friction: n,
      minutes: r.minutes + e.rest,
    };
  };
}
import { z as Ge } from 'zod';
function ar(e, t) {
  let r = Ql(e, t.spread),
    n = e.slice(r),
    o = n.length - 1,
    a = r === 0 ? 1 * 0.5 ** (n.length / 8) : 0,
    s = [{ value: t.value, weight: a }, ...n.map((p, h) => ({ value: p, weight: 0.5 ** ((o - h) / 8) }))],
    l = or(s),
    i = s.map(({ value: p, weight: h }) => ({ value: Math.abs(p - l), weight: h })),
    u = n.length / (n.length + 3),
    c = Math.max(t.spread * 0.3, u * 1.4826 * or(i) + (1 - u) * t.spread),
    m = s.map(({ value: p, weight: h }) => ({
      value: p,
      weight: h * Math.min(1, (1.5 * c) / Math.max(Math.abs(p - l), 1e-12)),
    })),
    d = m.reduce((p, { weight: h }) => p + h, 0);
  return {
    value: m.reduce((p, h) => p + h.weight * h.value, 0) / d,
    spread: c,
    count: e.length,
    outliers: n.flatMap((p, h) => (Math.abs(p - l) > 3 * c ? [r + h] : [])),
  };
}
function Ql(e, t) {
  let r = 0;
  for (let n = 8; n <= e.length; n += 1) {
    let o = e.slice(Math.max(r, n - 5 - 12), n - 5);
    if (o.length < 3) continue;
    let a = (c) => c.map((m) => ({ value: m, weight: 1 })),
      s = or(a(o)),
      l = or(a(o.map((c) => Math.abs(c - s)))),
      i = Math.max(t * 0.3, 1.4826 * l),
      u = e.slice(n - 5, n);
    (u.every((c) => c > s + i) || u.every((c) => c < s - i)) && (r = n - 5);
  }
  return r;
}
function or(e) {
  let t = [...e].sort((o, a) => o.value - a.value),
    r = t.reduce((o, { weight: a }) => o + a, 0) / 2,
    n = 0;
  for (let { value: o, weight: a } of t) if (((n += a), n >= r)) return o;
  return 0;
}
var Xl = { hand: 0.2, spiral: 1, fork: 1, 'diving-arm': 0.8, planetary: 1.2, horizontal: 1.6 },
  pa = ['light', 'middle', 'full'];
function Rn(e, { maxDough: t }) {
  let r = e / t;
  return r < 0.4 ? 'light' : r < 0.75 ? 'middle' : 'full';
}
var Dn = Ge.strictObject({
    id: Ge.uuid(),
    at: Ge.number(),
    mixer: I,
    programme: I,
    load: Ge.enum(pa),
    friction: Ge.number(),
    factor: Ge.number(),
    baseFactor: Ge.number(),
  }),
  sr = 40,
  fa = (e, t, r) => e.filter((n) => n.mixer === t && n.programme === r).slice(-sr),
  ma = 1.2,
  da = 3,
  ha = ({ kind: e }, { friction: t }) => Xl[e] * t;
function Ln(e, t, r, n) {
  let o = fa(e, t.slug, r.slug),
    a = o.filter((c) => c.load === n),
    s = a.length >= da ? a : o,
    l = ha(t, r),
    i = ar(
      s.map(({ friction: c }) => c),
      { value: l, spread: ma },
    ),
    u = (c) => (m) => ar(s.map(c), { value: m, spread: ma }).value;
  return {
    ...i,
    from: s.length === 0 ? 'default' : a.length >= da ? 'mixer, programme and load' : 'mixer and programme',
    records: s,
    learned: s.length === 0 ? null : { factor: u((c) => c.factor), baseFactor: u((c) => c.baseFactor) },
  };
}
import { DateTime as ba, IANAZone as ga } from 'luxon';
var An = (e) => ga.isValidZone(e),
  lr = new Map(),
  ir = new Map(),
  Fn = 5e3;
function Me(e, t, r) {
  let n = `${e} ${t} ${r}`,
    o = ir.get(n);
  if (o) return o;
  ir.size >= Fn && ir.clear();
  let a = Zl(e, t, r);
  return (ir.set(n, a), a);
}
function Zl(e, t, r) {
  let n = ba.fromISO(`${e}T${t}`, { zone: r });
  if (n.invalidReason === 'unsupported zone')
    return F(L('zone', `\u201C${r}\u201D is not a time zone.`, 'Use a name such as Europe/London.'));
  if (!/^\d{4}-\d{2}-\d{2}$/.test(e) || !n.isValid)
    return F(
      L('date', `\u201C${e}\u201D is not a day of the calendar.`, 'Choose the day as year-month-day.'),
    );
  let o = n.getPossibleOffsets().map((a) => a.toSeconds());
  return $(Math.min(...o));
}
var xa = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'],
  ya = 900,
  ur = new Map();
function Jl(e, t) {
  let r = Math.floor(e / ya),
    n = `${r} ${t}`,
    o = ur.get(n);
  if (o !== void 0) return o;
  ur.size >= Fn && ur.clear();
  let a = ga.create(t).offset(r * ya * 1e3) * 60;
  return (ur.set(n, a), a);
}
function je(e, t) {
  let r = `${e} ${t}`,
    n = lr.get(r);
  if (n) return n;
  lr.size >= Fn && lr.clear();
  let o = new Date((e + Jl(e, t)) * 1e3),
    a = o.toISOString(),
    s = {
      date: a.slice(0, 10),
      time: a.slice(11, 16),
      weekday: xa[(o.getUTCDay() + 6) % 7] ?? '',
      hour: o.getUTCHours() + o.getUTCMinutes() / 60,
    };
  return (lr.set(r, s), s);
}
var cr = (e, t) => ba.fromISO(e, { zone: 'utc' }).plus({ days: t }).toISODate() ?? e;
import { z as v } from 'zod';
var ei = [
    [0, 0],
    [2, 0.005],
    [4, 0.008],
    [6, 0.013],
    [8, 0.021],
    [10, 0.033],
    [16, 0.114],
    [18, 0.163],
    [20, 0.225],
    [22, 0.295],
    [24, 0.365],
    [26, 0.414],
    [27, 0.423],
    [28, 0.417],
    [30, 0.346],
    [32, 0.202],
    [34, 0.05],
    [36, 0],
  ],
  mr = 29,
  ti = [
    [0, 0],
    [2, 0.019],
    [4, 0.026],
    [6, 0.035],
    [8, 0.047],
    [10, 0.063],
    [16, 0.144],
    [18, 0.187],
    [20, 0.239],
    [22, 0.301],
    [24, 0.374],
    [26, 0.453],
    [27, 0.495],
    [28, 0.535],
    [30, 0.605],
    [32, 0.652],
    [34, 0.634],
    [36, 0.556],
    [38, 0.4],
    [41, 0],
  ],
  Pn = 100;
function ka(e) {
  let [t] = e.at(-1) ?? [0];
  return Float64Array.from({ length: t * Pn + 2 }, (r, n) => {
    let o = n / Pn,
      a = e.findIndex(([m]) => o <= m),
      [s, l] = e[a] ?? [t, 0],
      [i, u] = e[a - 1] ?? [s, l];
    if (s === i) return l;
    let c = (o - i) / (s - i);
    return u > 0 && l > 0 ? u * (l / u) ** c : u + c * (l - u);
  });
}
var ri = ka(ei),
  ni = ka(ti);
function Sa(e, t) {
  let r = t * Pn;
  if (!(r > 0 && r < e.length - 2)) return 0;
  let n = Math.floor(r),
    o = e[n] ?? 0;
  return o + (r - n) * ((e[n + 1] ?? 0) - o);
}
var ye = (e) => Sa(ri, e),
  Ke = (e) => Sa(ni, e),
  oi = { least: -1, best: 35, most: 46, fastest: 0.3867 };
function $e(e) {
  let { least: t, best: r, most: n, fastest: o } = oi;
  if (e <= t || e >= n) return 0;
  let a = (e - n) * (e - t) ** 2,
    s = (r - t) * ((r - t) * (e - r) - (r - n) * (r + t - 2 * e));
  return (o * a) / s;
}
var Et = (e, t) => 1.85 * Math.log1p(t * Math.expm1(e)),
  lt = (e, t) => Math.log1p(Math.expm1(e / 1.85) / t),
  En = (e, t) => (t * Math.exp(e)) / (1 + t * Math.expm1(e)),
  be = (e, t = 0.7) => e * Math.min(1.15, t / 0.7);
var dr = { instant: 1, activeDry: 0.75, fresh: 0.33 },
  In = (e, t) => 2.56 * 4 * Math.log1p((t / 4) * Math.expm1(e)),
  $n = (e, t) => Math.log1p(Math.expm1(e / (2.56 * 4)) / (t / 4));
var pr = (e, t) => (t * Math.exp(e)) / (1 + (t / 4) * Math.expm1(e));
var ai = { instantYeast: 10 / 60, coldCulture: 45 / 60 },
  Cn = (e) => ({
    culture: 0,
    yeast: 0,
    vigour: 1,
    modifier: 1,
    lag: 0,
    lactic: e.culture ?? 0,
    acidity: 0,
    ...e,
  }),
  Oe = (e, { vigour: t, modifier: r, culture: n, yeast: o }) => ({
    culture: n > 0 ? t * r * ye(e) : 0,
    yeast: o > 0 ? r * $e(e) : 0,
    lactic: t * r * Ke(e),
  }),
  Ce = (e, t) => fr(e.culture, e.yeast, t),
  fr = (e, t, { culture: r, yeast: n }) => (r > 0 ? Et(e, r) : 0) + (n > 0 ? In(t, n) : 0),
  _n = (e, { lactic: t, acidity: r }) => r + Math.log1p(t * Math.expm1(e.lactic)),
  Nn = { known: 0.1, new: 0.25 },
  it = 1.1;
function wa(e, t, r) {
  let n = Math.max(0, e - r.lag),
    o = Oe(t, r);
  return Ce({ culture: n * o.culture, yeast: n * o.yeast, lactic: n * o.lactic }, r);
}
var si = 1 / 7200;
function ut(e, t, r) {
  let n = Oe(t, r),
    o = [
      n.culture > 0 ? lt(e, r.culture) / n.culture : 1 / 0,
      n.yeast > 0 ? $n(e, r.yeast) / n.yeast : 1 / 0,
    ],
    a = r.lag + Math.min(...o);
  if (o.includes(1 / 0)) return a;
  let s = r.lag;
  for (; a - s > si;) {
    let l = (s + a) / 2;
    wa(l, t, r) < e ? (s = l) : (a = l);
  }
  return (s + a) / 2;
}
var Ma = { from: 2, perPoint: -0.1 },
  Wn = { from: 5, perPoint: -0.03, osmotolerant: -0.012 },
  li = 0.15,
  Oa = 65,
  va = { hydration: 50, factor: 0.8 };
function Ta(e) {
  let t = e.osmotolerant ? Wn.osmotolerant : Wn.perPoint,
    r = Math.max(0, Oa - e.hydration) / (Oa - va.hydration);
  return {
    salt: 1 + Ma.perPoint * Math.max(0, e.salt - Ma.from),
    sugar: 1 + t * Math.max(0, e.sugar - Wn.from),
    wholeGrain: 1 + (li * e.wholeGrain) / 100,
    hydration: 1 - (1 - va.factor) * r,
  };
}
function Hn(e) {
  let t = Object.values(Ta(e)).reduce((r, n) => r * Math.max(0, n), 1);
  return Math.min(1.3, Math.max(0.3, t));
}
var V = { tub: 8, lidded: 6, coveredBasket: 8, fanRetarder: 12, bareTray: 15, blast: 20 };
function ce(e, t) {
  let r = e / 1100;
  return Ra(e, r, 5 * r ** (2 / 3), t);
}
function ve(e, t, r, n) {
  let o = e / 1100,
    a = t * r;
  return Ra(e, o, a + (2 * (t + r) * o) / a, n);
}
function Ra(e, t, r, n) {
  let o = n / (1 + (3 * n * (t / r)) / 2.25);
  return (e * 2900) / (o * r) / 3600;
}
var ge = 0.8,
  Aa = 6 / 60,
  ui = 0.8,
  fp = 20 / 60,
  Da = 1e-9,
  It = 72,
  Te = (e) => ({ around: e, timeConstant: 1 / 0, heatOfRise: 0 }),
  Re = (e) => ({ time: 0, culture: 0, yeast: 0, lactic: 0, temperature: e, rise: 0 });
var me = (e, t) => ({ ...e, rise: t * e.rise }),
  j = (e, t, r, n, o = Aa, a = 1 / 0) => Fa(e, t, r, a, n, o);
function de(e, t, r, n, o = It, a = Aa) {
  if (n <= e.rise) return [e];
  let s = Fa(e, t, r, n, o, a),
    l = s.at(-1),
    i = s.at(-2);
  return !l || !i || l.rise < n ? null : [...s.slice(0, -1), Pa(i, l, n, t)];
}
function ze(e, t, r) {
  let [n] = e;
  if (!n) return null;
  if (t <= n.rise) return n;
  let o = e.findIndex((l) => l.rise >= t),
    a = e[o - 1],
    s = e[o];
  return a && s ? Pa(a, s, t, r) : null;
}
function Bn(e, t) {
  let r = e[0],
    n = e.at(-1);
  if (!r || !n) return null;
  if (t <= r.time) return r;
  let [o, a] = [0, e.length - 1];
  for (; a - o > 1;) {
    let u = (o + a) >> 1;
    (e[u]?.time ?? 0) <= t ? (o = u) : (a = u);
  }
  let [s, l] = [e[o] ?? r, e[a] ?? n],
    i = l.time > s.time ? Math.min(1, (t - s.time) / (l.time - s.time)) : 1;
  return { ...Ea(s, l, i), rise: s.rise + i * (l.rise - s.rise) };
}
var $t = (e, { culture: t, yeast: r }) => ({
  culture: (t * Math.exp(e.culture)) / (1 + t * Math.expm1(e.culture)),
  yeast: r > 0 ? pr(e.yeast, r) : 0,
});
function Fa(e, t, r, n, o, a) {
  let s = a * Math.min(1, r.timeConstant / ui),
    l = Ce(e, t) - e.rise,
    i = e.time + o,
    u = t.culture > 0 ? t.vigour * t.modifier : 0,
    c = t.yeast > 0 ? t.modifier : 0,
    m = t.lactic > 0 ? t.vigour * t.modifier : 0,
    d = [e],
    { time: p, culture: h, yeast: y, lactic: f, temperature: g, rise: b } = e;
  for (; b < n && p < i;) {
    let x = p < t.lag,
      k = x ? Math.min(t.lag, i) : i,
      S = k - p > s * 1.000001,
      M = S ? s : k - p,
      w = M / 2,
      T = x ? 0 : 1,
      D = T * u * ye(g),
      R = T * c * $e(g),
      C = hr(r, p, g, h, D, y, R, t),
      N = g + C * w,
      H = T * u * ye(N),
      U = T * c * $e(N),
      X = hr(r, p + w, N, h + D * w, H, y + R * w, U, t),
      K = g + X * w,
      te = T * u * ye(K),
      z = T * c * $e(K),
      Ut = hr(r, p + w, K, h + H * w, te, y + U * w, z, t),
      yt = g + Ut * M,
      bt = T * u * ye(yt),
      Xe = T * c * $e(yt),
      Ws = hr(r, p + M, yt, h + te * M, bt, y + z * M, Xe, t),
      Gt = M / 6,
      Hs = g;
    ((g += Gt * (C + 2 * X + 2 * Ut + Ws)),
      (h += Gt * (D + 2 * H + 2 * te + bt)),
      (y += Gt * (R + 2 * U + 2 * z + Xe)),
      m > 0 && (f += T * m * Gt * (Ke(Hs) + 4 * Ke((N + K) / 2) + Ke(g))),
      (p = S ? p + M : k),
      (b = fr(h, y, t) - l),
      d.push({ time: p, culture: h, yeast: y, lactic: f, temperature: g, rise: b }));
  }
  return d;
}
function hr({ around: e, timeConstant: t, heatOfRise: r }, n, o, a, s, l, i, u) {
  let m = ((typeof e == 'number' ? e : e(n)) - o) / t;
  if (r === 0) return m;
  if (s > 0) {
    let d = u.culture * Math.exp(a);
    m += (r * s * 1.85 * d) / (1 + d - u.culture);
  }
  return (i > 0 && (m += r * i * 2.56 * pr(l, u.yeast)), m);
}
function Pa(e, t, r, n) {
  let o = Ce(t, n) - t.rise + r,
    [a, s] = [t.culture - e.culture, t.yeast - e.yeast],
    [l, i] = [0, 1],
    [u, c] = [e.rise - r, t.rise - r],
    [m, d] = [1, 0];
  for (let p = 0; p < 40 && c > u; p += 1) {
    m = (l * c - i * u) / (c - u);
    let h = fr(e.culture + m * a, e.yeast + m * s, n) - o;
    if (Math.abs(h) < Da || i - l < Da) break;
    h < 0
      ? (([l, u] = [m, h]), d < 0 && (c /= 2), (d = -1))
      : (([i, c] = [m, h]), d > 0 && (u /= 2), (d = 1));
  }
  return { ...Ea(e, t, m), rise: r };
}
function Ea(e, t, r) {
  let n = (o, a) => o + r * (a - o);
  return {
    time: n(e.time, t.time),
    culture: n(e.culture, t.culture),
    yeast: n(e.yeast, t.yeast),
    lactic: n(e.lactic, t.lactic),
    temperature: n(e.temperature, t.temperature),
    rise: 0,
  };
}
var yr = { strongWheat: 3, ordinary: 2.2, wholeWheat: 1.6, spelt: 1.5, rye: 1, liquidCulture: 2.9 },
  ci = 0.4,
  mi = 0.3;
function br(e, t, r = 1) {
  return (e <= t ? e : Math.max(mi * t, t - ci * (e - t))) * r;
}
import { z as E } from 'zod';
var jn = E.number().min(-40).max(110),
  Ia = E.number().min(0).max(200),
  Un = E.number().positive().max(200),
  gr = E.number().positive().max(10),
  Gn = E.number().positive().max(5),
  $a = E.discriminatedUnion('kind', [
    E.strictObject({ kind: E.literal('held') }).describe('stays at its temperature'),
    E.strictObject({
      kind: E.literal('piece'),
      mass: E.number().positive().max(2e3).describe('kg of one piece'),
      h: Un.default(V.coveredBasket).describe('W/m\xB2K'),
    }),
    E.strictObject({
      kind: E.literal('tub'),
      mass: E.number().positive().max(2e3).describe('kg in this tub'),
      length: Gn,
      width: Gn,
      h: Un.default(V.tub).describe('W/m\xB2K'),
    }),
    E.strictObject({
      kind: E.literal('glass'),
      mass: E.number().positive().max(2e3).describe('kg in this vessel'),
      diameter: Gn,
      h: Un.default(V.lidded).describe('W/m\xB2K'),
    }),
  ]),
  Ca = E.strictObject({
    coldest: jn,
    warmest: jn,
    warmestAt: E.number().min(0).max(24).describe('hour of the day'),
  }),
  xr = E.union([jn, Ca]),
  pi = E.strictObject({
    culture: E.strictObject({
      share: E.number().gt(0).max(1).describe('mass share of the culture in what ferments'),
      population: E.number().min(0).max(1).default(0.7).describe('N of it; a ripe one has 0.70'),
      acidity: E.number().min(0).max(10).default(it),
    })
      .nullable()
      .default(null),
    yeast: E.number().min(0).max(20).default(0).describe('baker\u2019s yeast, percent instant of flour'),
    vigour: E.number().min(0).max(3).default(1),
    vigourSpread: E.number()
      .min(0)
      .max(1)
      .default(Nn.known)
      .describe('standard deviation of ln v; 0.25 for a new culture'),
    dough: E.strictObject({
      salt: Ia,
      sugar: Ia,
      wholeGrain: E.number().min(0).max(100),
      hydration: E.number().min(0).max(400),
      osmotolerant: E.boolean().default(!1),
    })
      .nullable()
      .default(null)
      .describe('make-up of a dough, percent of flour; null for cultures and pre-ferments'),
    lag: E.number().min(0).max(24).default(0).describe('hours before the leaven sets to work'),
    temperature: E.number().min(-10).max(60).describe('\xB0C at the start'),
    heatOfRise: E.number().min(0).max(5).default(ge).describe('K for each volume of gas it makes'),
    beginsAt: E.number().min(0).max(24).default(0).describe('hour of the day, for rooms with a daily curve'),
    stays: E.array(
      E.strictObject({
        body: $a,
        around: xr,
        hours: E.number()
          .min(0)
          .max(240)
          .nullable()
          .default(null)
          .describe('null, the last: as long as it takes'),
        keeps: E.number().min(0).max(1).default(1).describe('share of the gas that is left at its end'),
      }),
    )
      .min(1)
      .max(24),
    ripeness: E.strictObject({ earliest: gr, best: gr, latest: gr })
      .nullable()
      .default(null)
      .describe('between which rises it is ripe; its course then says young, ripe or past'),
    targets: E.array(gr).min(1).max(12).describe('rises to reach, volumes of gas'),
  });
function Kn(e, t) {
  if (typeof e == 'number') return e;
  let { coldest: r, warmest: n, warmestAt: o } = e,
    [a, s] = [(r + n) / 2, (n - r) / 2];
  return (l) => a + s * Math.cos(((t + l - o) / 24) * 2 * Math.PI);
}
function kr(e, t) {
  let r = `At ${G(e, 1)} \xB0C`;
  return t.yeast > 0
    ? L('stays', `${r} yeast does not rise.`, 'Choose a place from 0 to 45 \xB0C.')
    : L('stays', `${r} a culture does not rise.`, 'Choose a place from 1 to 35 \xB0C.');
}
var De = ['mix', 'shape', 'oven', 'pack'];
var ct = v.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the time as HH:MM.'),
  zn = v.strictObject({ from: ct, to: ct }),
  fi = v.strictObject({
    name: Z,
    skills: v.array(v.enum(De)).min(1).max(De.length),
    shift: zn,
    breaks: v.array(zn).max(6).default([]),
  }),
  hi = v.strictObject({
    slug: I,
    name: Z,
    count: v.number().int().min(0).max(1e4),
    bakes: v.boolean().default(!1),
    size: v
      .strictObject({ length: v.number().positive().max(5), width: v.number().positive().max(5) })
      .nullable()
      .default(null),
  }),
  yi = v.strictObject({
    formula: I,
    product: I,
    holder: I.nullable().default(null),
    perHolder: v.number().int().min(1).max(500).default(1),
    perDeck: v.number().int().min(1).max(2e3).nullable().default(null),
    retard: v.boolean().default(!1),
    temper: v.number().min(5).max(600).nullable().default(null),
    over: v.number().min(0).max(100).nullable().default(null),
  }),
  bi = v.discriminatedUnion('by', [
    v.strictObject({ by: v.literal('share'), at: v.number().min(1).max(99).describe('percent') }),
    v.strictObject({ by: v.literal('rise'), at: v.number().min(0.05).max(6) }),
  ]),
  gi = v.strictObject({
    formula: I,
    coldAfter: v.number().min(0).max(1440).nullable().default(null),
    folds: v.array(bi).max(8).default([]),
    turns: v
      .strictObject({ count: v.number().int().min(1).max(8), rest: v.number().min(10).max(240) })
      .nullable()
      .default(null),
  }),
  xi = ['built-in', 'pan', 'spray', 'ice', 'lid', 'none'],
  ki = ['none', 'left', 'right', 'back'],
  Si = v.strictObject({
    night: v.number().min(0).max(100).default(1),
    ovenIdle: v.number().min(0).max(100).default(0.1),
    hot: v.number().min(0).max(100).default(1),
    early: v.number().min(0).max(100).default(0.1),
    told: v.number().min(0).max(100).default(0.25),
    begin: v.number().min(0).max(100).default(0.05),
    dough: v.number().min(0).max(100).default(1),
    preferment: v.number().min(0).max(100).default(0.5),
  }),
  wi = (e) => {
    if (typeof e != 'object' || e === null || !('area' in e) || typeof e.area != 'number') return e;
    let { area: t, ...r } = e;
    return { width: Math.sqrt(t * 1.2), depth: Math.sqrt(t / 1.2), ...r };
  },
  _a = v.strictObject({
    room: xr.nullable().default(null),
    hands: v
      .array(fi)
      .max(60)
      .default([{ name: 'Baker', skills: [...De], shift: { from: '02:00', to: '14:00' }, breaks: [] }]),
    bench: v.number().min(0).max(500).default(6),
    tubs: v.number().int().min(0).max(1e3).default(12),
    holders: v.array(hi).max(40).default([]),
    products: v.array(yi).max(500).default([]),
    doughs: v.array(gi).max(200).default([]),
    proofBox: v
      .strictObject({
        dough: v.number().positive().max(1e4).describe('kg of pieces'),
        temperature: v.number().min(15).max(45).nullable().default(null),
      })
      .nullable()
      .default(null),
    retarder: v
      .strictObject({
        temperature: v.number().min(-5).max(15).describe('\xB0C of its air'),
        dough: v.number().positive().max(1e4).describe('kg of pieces'),
        most: v.number().positive().max(72).default(18),
      })
      .nullable()
      .default(null),
    racks: v
      .strictObject({
        count: v.number().int().min(0).max(1e3),
        bread: v.number().positive().max(1e3).describe('kg of dough that is baked, on one'),
      })
      .nullable()
      .default(null),
    oven: v
      .preprocess(
        wi,
        v.strictObject({
          decks: v.number().int().min(0).max(60),
          width: v.number().positive().max(10).default(1.2),
          depth: v.number().positive().max(10).default(1),
          heater: v.number().positive().max(50).default(nt.power),
          stone: v.number().min(0).max(30).default(Mt),
          shared: v.boolean().default(!1),
          fan: v.boolean().default(!1),
          loader: v.boolean().default(!1),
          recovery: v.number().min(0).max(120).nullable().default(10),
          steam: v.enum(xi).default('built-in'),
          hotSide: v.enum(ki).default('none'),
        }),
      )
      .prefault({ decks: 4 }),
    quiet: zn.nullable().default(null),
    over: v.number().min(0).max(100).default(0),
    weights: Si.prefault({}),
  });
var Sr = P.number().min(-30).max(60),
  Yn = P.string().trim().min(1).max(80),
  Na = P.strictObject({ flour: Sr, room: Sr, levain: Sr, bowl: Sr }),
  Mi = P.strictObject({
    weighBase: P.number().min(0).default(240),
    weighIngredient: P.number().min(0).default(40),
    foldBase: P.number().min(0).default(60),
    foldKilogram: P.number().min(0).default(6),
    turnBase: P.number().min(0).default(180),
    turnKilogram: P.number().min(0).default(30),
    divide: P.number().min(0).default(8),
    preshape: P.number().min(0).default(7),
    shape: P.strictObject({
      round: P.number().min(0),
      long: P.number().min(0),
      baguette: P.number().min(0),
      roll: P.number().min(0),
    }).default({ round: 10, long: 18, baguette: 22, roll: 4 }),
    load: P.number().min(0).default(8),
    score: P.number().min(0).default(3),
    unload: P.number().min(0).default(4),
    pack: P.number().min(0).default(6),
  }),
  Vn = P.strictObject({
    schema: P.literal(1),
    name: Yn,
    zone: P.string().refine(An, { message: 'This is not a time zone. Use a name such as Europe/London.' }),
    usual: Na,
    programmes: P.array(gn).min(1).max(30),
    sources: xn.prefault(la),
    waterMethod: P.enum(Ft).default('balance'),
    preheat: P.number().min(0).max(600).default(120),
    spare: P.number().min(0).max(240).default(20),
    vigour: P.number().min(0.1).max(3).default(1),
    rates: Mi.prefault({}),
    floor: _a.prefault({}),
    currency: P.string()
      .regex(/^[A-Z]{3}$/, 'Use three letters, such as EUR.')
      .default('EUR'),
    wholeGrainRule: P.strictObject({ name: Yn, least: P.number().min(0).max(100) })
      .nullable()
      .default(null),
  });
var qn = P.strictObject({
    schema: P.literal(1),
    slug: I,
    name: Yn,
    length: P.number().positive().max(5),
    width: P.number().positive().max(5),
    maxDough: P.number().positive().max(1e3),
  }),
  Oi = P.strictObject({
    schema: P.literal(1),
    formula: I,
    order: P.array(Qt).min(1).max(20),
    dispatch: P.strictObject({ date: P.iso.date(), time: ct }),
    readings: Na,
    ddt: P.number().min(5).max(40),
    mixer: I,
    programme: I,
  }),
  Wa = P.strictObject({
    order: Oi,
    formula: ot,
    bakehouse: Vn,
    mixer: Pt,
    tub: qn,
    logged: P.array(Dn).max(sr).default([]),
  });
function Ha(e) {
  return e === null || typeof e != 'object' ? e : { ...e, formula: an(e.formula) };
}
var wr = 0.9,
  Qn = 3600;
function Ua({ order: e, bakehouse: t }, { ripeness: r, seedShare: n }) {
  let o = be(n),
    a = t.vigour * ye(e.readings.levain),
    s = (i) => lt(i, o) / a,
    l = { earliest: s(r.earliest), best: s(r.best), latest: s(r.latest) };
  return l.latest < 168
    ? $({ y0: o, ripe: l, population: En(lt(r.best, o), o), rate: a })
    : F(
        L(
          'readings.levain',
          'At this temperature the levain does not ripen within a week.',
          'Keep it between 10 and 33 \xB0C.',
        ),
      );
}
function Ga(e, t, r, n) {
  let { order: o } = e,
    { process: a } = e.formula.doc,
    s = o.order.filter((C) => C.pieces > 0),
    l = s.reduce((C, N) => C + N.pieces, 0),
    i = t.pieceMass / l,
    u = Math.max(...s.map((C) => C.scaledWeight)),
    c = Math.ceil(t.dough / e.tub.maxDough),
    m = vi(e, t, r, n);
  if (!m.ok) return m;
  let { mixed: d, bulk: p, tub: h } = m.value,
    y = ce(i, V.coveredBasket),
    f = (C) => ({ around: C, timeConstant: y, heatOfRise: ge }),
    g = f(o.readings.room),
    b = f(a.proof.around ?? o.readings.room),
    x = Ri(e, t, l, c),
    k = (C) => j(me(C, a.gasKept), r, g, Xn(x, a.benchRest)),
    S = k(p.at(a.bulk.best)),
    M = de(ae(S), r, b, a.proof.rise.latest),
    w = de(ae(k(p.at(a.bulk.earliest))), r, b, a.proof.rise.earliest);
  if (!M || !w) return F({ ...kr(a.proof.around ?? o.readings.room, r), path: 'readings.room' });
  let T = u * (1 - a.bake.loss / 100),
    D = kt(T, Fe.hearth, o.readings.room, a.packBelow);
  if (!Number.isFinite(D))
    return F(
      L(
        'readings.room',
        `In this room bread never cools to ${a.packBelow} \xB0C.`,
        'Cool the room, or pack warmer.',
      ),
    );
  let R = a.proof.rise;
  return $({
    leavening: r,
    tubs: c,
    tub: h,
    proofPlace: b,
    pieces: l,
    meanPiece: i,
    heaviest: u,
    work: x,
    mixed: d,
    folds: p.folds,
    foldLoss: p.foldLoss,
    bulk: p.course,
    divide: { earliest: p.at(a.bulk.earliest).time, best: p.at(a.bulk.best).time, latest: ae(p.course).time },
    bench: S,
    proofStart: ae(S).time,
    proof: M,
    load: { earliest: Ba(M, r, R.earliest), best: Ba(M, r, R.best), latest: ae(M).time },
    soonestLoad: ae(w).time,
    bakeHours: xt(u, a.bake) / 60,
    coolHours: D,
  });
}
var Xn = (e, t) => e.divide + Math.max(e.preshape, t / 60) + e.shape;
function vi(e, t, r, n) {
  let { order: o } = e,
    a = Math.ceil(t.dough / e.tub.maxDough),
    s = {
      around: o.readings.room,
      timeConstant: ve(t.dough / a, e.tub.length, e.tub.width, V.tub),
      heatOfRise: ge,
    },
    l = ae(j(Re(o.ddt), r, Te(o.ddt), n.minutes / 60)),
    i = Ti(l, r, s, e.formula.doc.process);
  return i ? $({ mixed: l, tub: s, bulk: i }) : F({ ...kr(o.readings.room, r), path: 'readings.room' });
}
function Ti(e, t, r, n) {
  let o = [],
    a = [],
    s = 0,
    l = e;
  for (let u = 1; u <= n.folds.count; u += 1) {
    let c = j(l, t, r, n.folds.every / 60);
    if (ae(c).rise >= n.bulk.earliest) break;
    (o.push(...c), a.push(ae(c).time), (l = me(ae(c), wr)), (s += ae(c).rise - l.rise));
  }
  let i = de(l, t, r, n.bulk.latest);
  return i ? { course: [...o, ...i], folds: a, foldLoss: s, at: (u) => ze(i, u, t) ?? ae(i) } : null;
}
var Ba = (e, t, r) => (ze(e, r, t) ?? ae(e)).time;
function ae(e) {
  let t = e.at(-1);
  if (!t) throw new Error('a course has at least its first state');
  return t;
}
function Ri({ formula: e, bakehouse: { rates: t } }, r, n, o) {
  let a = (s) => (n * s) / Qn;
  return {
    weigh: (t.weighBase + t.weighIngredient * (r.finalMix.lines.length + r.finalMix.holds.length)) / Qn,
    fold: (o * t.foldBase + r.dough * t.foldKilogram) / Qn,
    divide: a(t.divide),
    preshape: a(t.preshape),
    shape: a(t.shape[e.doc.process.shape]),
    load: a(t.load + t.score),
    unload: a(t.unload),
    pack: a(t.pack),
  };
}
function ja(e, t, r, n, o) {
  let { bakehouse: a, formula: s } = e,
    { process: l } = s.doc,
    { work: i } = r,
    u = Xn(i, l.benchRest),
    c = i.load + r.bakeHours + i.unload + r.coolHours + i.pack,
    m = o - a.spare * 60 - (r.load.best + c) * 3600,
    d = (H) => m + H * 3600,
    p = r.load.best + a.spare / 60,
    h = r.load.earliest - r.proofStart,
    y = [],
    f = (H, U, X, K, te, z) => {
      y.push({
        key: H.replace(/\..*/, ''),
        id: H,
        at: d(U),
        hands: X * 60,
        earliest: d(K),
        latest: d(Math.max(U, Math.min(te, z))),
        limit: te <= z ? 'dough' : 'dispatch',
      });
    },
    { ripe: g } = t,
    b = p - r.soonestLoad,
    x = p - h,
    k = (H, U) => H[U] - H.best;
  (f('feed', -g.best, i.weigh, -g.latest, -g.earliest, b - g.earliest),
    f('weigh', -i.weigh, i.weigh, k(g, 'earliest') - i.weigh, k(g, 'latest') - i.weigh, b - i.weigh),
    f('mix', 0, n.minutes / 60, k(g, 'earliest'), k(g, 'latest'), b));
  let S = l.folds.every / 60 / 3;
  r.folds.forEach((H, U) => {
    f(`fold.${U + 1}`, H, i.fold, H - S, H + S, 1 / 0);
  });
  let { divide: M, load: w } = r;
  f('divide', M.best, i.divide + i.preshape, M.earliest, M.latest, x - u);
  let T = u - i.shape;
  (f('shape', M.best + T, i.shape, M.earliest + T, M.latest + T, x - i.shape),
    f('proof', r.proofStart, 0, M.earliest + u, M.latest + u, x));
  let D = a.preheat / 60;
  (f('preheat', w.best - D, 0, w.earliest - D, w.latest - D, p - D),
    f('load', w.best, i.load, w.earliest, w.latest, p));
  let R = w.best + i.load + r.bakeHours,
    C = a.spare / 60;
  (f('out', R, i.unload, R, 1 / 0, R + C), f('cool', R + i.unload, 0, R + i.unload, 1 / 0, R + i.unload + C));
  let N = R + i.unload + r.coolHours;
  return (
    f('pack', N, i.pack, N, 1 / 0, N + C),
    y.push({
      key: 'dispatch',
      id: 'dispatch',
      at: o,
      hands: 0,
      earliest: d(N + i.pack),
      latest: o,
      limit: 'dispatch',
    }),
    y.sort((H, U) => H.at - U.at)
  );
}
function Ka(e, t) {
  let r = t.parts.filter((s) => le(s.kind));
  if (
    [...t.overall, ...t.parts.flatMap((s) => s.lines)].some(
      ({ ingredient: s, percent: l }) => l > 0 && (s.kind === 'yeast' || s.kind === 'culture'),
    )
  )
    return F(Ct(e, 'it rises with baker\u2019s yeast, or with a culture weighed as an ingredient'));
  let [o] = r;
  if (!o) return F(Ct(e, 'it has no levain'));
  if (r.length > 1) return F(Ct(e, 'it has more than one pre-ferment'));
  let a = e.doc.parts.find(({ slug: s }) => s === o.slug);
  return !a || !o.seed
    ? F(Ct(e, `${o.name} has no seed`))
    : a.ripeness
      ? $({ part: a, stage: o, ripeness: a.ripeness, seedShare: o.seed.percent / o.total })
      : F(Ct(e, `${o.name} does not say when it is ripe`));
}
function za(e, t) {
  let r = e.parts.find((n) => n.slug === t);
  if (!r) throw new Error('a scaled formula has all the parts of its split');
  return r;
}
var Ct = ({ doc: e }, t) =>
  L(
    'formula',
    `${e.name} has weights, but no clock yet: ${t}.`,
    'Print its scale sheet from Formulas, or choose a bread with one levain.',
  );
var Zn = 22;
function Ye(e, t, r) {
  let n = [];
  for (let l of t.parts.filter(({ kind: i }) => le(i))) n.push({ ...Fi(e, l, n, r), ...Ai(l, t) });
  let o = n.filter(({ stage: l }) => !n.some((i) => i.stage.slug === l.into)),
    a = Ya(t),
    s = Di(t);
  return {
    leavening: { ...Va(t.finalMix, o, a, re(t.overall)), vigour: r, modifier: Hn(s), lag: 0 },
    makeUp: s,
    parts: n,
    phase: a / t.totalPercent,
  };
}
function Di(e) {
  let { salt: t, sugar: r, wholeGrain: n, trueHydration: o } = Rt(e);
  return { salt: t, sugar: r, wholeGrain: n, hydration: o, osmotolerant: !1 };
}
var Li = new Set(['fat', 'inclusion', 'seed', 'spice', 'coating']);
function Ya({ overall: e, parts: t }) {
  let r = t.filter(({ kind: o }) => o === 'soaker').flatMap(({ lines: o }) => o),
    n = (o) => o.reduce((a, { ingredient: s, percent: l }) => a + (Li.has(s.kind) ? 0 : l), 0);
  return n(e) - n(r);
}
function Ai(e, t) {
  let r = t.parts.find(({ slug: a }) => a === e.into),
    n = r ? r.total : Ya(t),
    o = r ? st(r) : re(t.overall);
  return { share: e.total / n, flourShare: o > 0 ? st(e) / o : 0 };
}
function Fi(e, t, r, n) {
  let o = e.doc.parts.find(({ slug: b }) => b === t.slug),
    a = r.filter((b) => b.stage.into === t.slug),
    s = Va(t.lines, a, t.total, st(t)),
    l = t.seed ? t.seed.percent / t.total : 0,
    i = Cn({
      ...s,
      culture: s.culture + be(l),
      lactic: s.lactic + be(l),
      acidity: s.acidity + l * it,
      vigour: n,
    }),
    u = o?.ripeness ?? Ii(t, i),
    c = o?.temperature ?? Zn,
    m = ut(u.best, c, i),
    [d, p] = Number.isFinite(m) ? [c, m] : [Zn, ut(u.best, Zn, i)],
    h = Oe(d, i),
    y = Number.isFinite(p) ? p : 0,
    f = { culture: h.culture * y, yeast: h.yeast * y, lactic: h.lactic * y },
    g = $t(f, i);
  return { stage: t, leavening: i, ripeness: u, stands: d, hours: p, ...g, acidity: _n(f, i) };
}
function Va(e, t, r, n) {
  let [o, a, s] = [0, 0, 0];
  for (let { ingredient: l, percent: i } of e)
    (l.kind === 'culture' && ((o += be(i / r)), (s += (i / r) * it)),
      l.kind === 'yeast' && n > 0 && (a += ((i * Ei(l)) / n) * 100));
  for (let { share: l, flourShare: i, ...u } of t)
    (u.culture > 0 && (o += be(l, u.culture)), (s += l * u.acidity), (a += i * u.yeast));
  return { culture: Math.min(1, o), yeast: a, lactic: Math.min(1, o), acidity: s };
}
var Pi = 0.5,
  Ei = ({ instant: e, water: t }) => e ?? (t >= Pi ? dr.fresh : dr.instant);
function Ii(e, { culture: t }) {
  let r = st(e),
    n = (l) => (r > 0 ? e.content.reduce((i, u) => i + l(u), 0) / r : 0),
    a = n(({ ingredient: l, percent: i }) => (l.kind === 'water' ? i : 0)) <= 0.65;
  return t === 0
    ? a
      ? Ie.stiffYeasted
      : Ie.poolish
    : ((l) => n(({ ingredient: i, percent: u }) => (i.grain === l ? u : 0)))('rye') > 0.5
      ? Ie.rye
      : n(({ ingredient: l, percent: i }) => i * l.wholeGrain) > 0.5
        ? Ie.wholeWheat
        : a
          ? Ie.stiff
          : Ie.liquid;
}
function Jn(e) {
  let { order: t, formula: r, bakehouse: n } = e,
    o = Lt(r, t.order);
  if (!o.ok) return o;
  let a = Ka(r, o.value.split);
  if (!a.ok) return a;
  let s = n.programmes.find(({ slug: h }) => h === t.programme);
  if (!s) return F($i(t.programme));
  let l = Me(t.dispatch.date, t.dispatch.time, n.zone);
  if (!l.ok) return F(...l.problems.map((h) => ({ ...h, path: 'dispatch.date' })));
  let i = Ci(e, o.value, s),
    u = yn(i);
  if (!u.ok) return u;
  let c = Ua(e, a.value);
  if (!c.ok) return c;
  let m = Ye(r, o.value.split, n.vigour),
    d = Ga(e, o.value, m.leavening, s);
  if (!d.ok) return d;
  let p = ja(e, c.value, d.value, s, l.value);
  return $({
    scaled: o.value,
    mix: i.mixAt(i.now),
    question: i,
    water: u.value,
    leaven: a.value,
    levain: c.value,
    leavened: m,
    dough: d.value,
    dispatch: l.value,
    steps: p,
    ribbon: _i(o.value, za(o.value, a.value.stage.slug), c.value, d.value, p, t.readings.levain),
    cautions: [...Ni(e, o.value, d.value), ...u.value.cautions, ...o.value.drift],
  });
}
var $i = (e) =>
  L(
    'programme',
    `The mixer programme \u201C${e}\u201D is not known in this bakehouse.`,
    'Choose one of its programmes.',
  );
function Ci({ order: e, formula: t, bakehouse: r, mixer: n, logged: o }, a, s) {
  let l = Mn(a, t),
    i = l.holds.filter((p) => p.ferments),
    u = on(a.dough, n),
    c = u.ok ? u.value.each : a.dough,
    m = Ln(o, n, s, Rn(c, n)),
    d = ({ flour: p, room: h, levain: y, bowl: f }) => ({
      flour: p,
      room: h,
      bowl: f,
      ...Object.fromEntries(i.map(({ slug: g }) => [g, y])),
    });
  return {
    mixAt: Tn(l, n, s, m.value, e.ddt),
    now: d(e.readings),
    ddt: e.ddt,
    usual: d(r.usual),
    usualDdt: t.doc.process.ddt,
    factors: vn(l),
    sources: On(l, r.sources),
    method: r.waterMethod,
    learned: m.learned,
    frictionSpread: m.spread,
  };
}
var qa = 1 / 1.1;
function _i(e, t, r, n, o, a) {
  let s = o.find((m) => m.key === 'mix')?.at ?? 0,
    l = 48,
    i = Array.from({ length: l + 1 }, (m, d) => {
      let p = (r.ripe.best * d) / l;
      return {
        at: s - (r.ripe.best - p) * 3600,
        volume: t.build * qa * (1 + Et(p * r.rate, r.y0)),
        temperature: a,
      };
    }),
    c = [
      { time: 0, rise: 0, temperature: n.mixed.temperature },
      ...n.bulk.filter((m) => m.time <= n.divide.best),
      ...n.bench,
      ...n.proof.filter((m) => m.time <= n.load.best),
    ];
  return {
    levain: i,
    dough: c.map((m) => ({
      at: s + m.time * 3600,
      volume: e.dough * qa * (1 + m.rise),
      temperature: m.temperature,
    })),
  };
}
function Ni({ mixer: e, order: t }, r, n) {
  let o = [];
  if (r.dough > e.maxDough) {
    let s = Math.ceil(r.dough / e.maxDough);
    o.push(
      `${Pe(r.dough, 'kg', 1)} of dough is more than ${e.name} takes (${Pe(e.maxDough, 'kg', 0)}). Mix ${s} equal batches of ${Pe(r.dough / s, 'kg', 1)}.`,
    );
  }
  let a = Math.max(
    t.readings.levain,
    ...n.bulk.map((s) => s.temperature),
    ...n.proof.map((s) => s.temperature),
  );
  return (
    a > mr &&
      o.push(
        `It reaches ${G(a, 1)} \xB0C. Above ${mr} \xB0C the rise of a culture is known only roughly: look at the dough, not at the clock.`,
      ),
    o
  );
}
var mt = ({ turns: e, divide: t }) => e[0] ?? t;
var _e = (e, t) => (e.length === 1 ? (e[0] ?? -1) : (e[t] ?? -1));
function eo(e, t, r, n) {
  let a = e <= r ? r - t : n - r,
    s = a > 0 ? (e - r) / a : 0;
  return 2 + Math.max(-2, Math.min(2, Math.round(s * 2)));
}
var Q = ({ tasks: e }, t, { start: r, mode: n }) => r + (e[t]?.modes[n]?.slots ?? 0);
function dt({ tables: e }, t, r, n) {
  let o = e[t?.tables[r] ?? t?.tables[0] ?? -1],
    a = o ? _e(o.earliest, n) : -1;
  return o && a >= 0 ? { earliest: a, best: _e(o.best, n), latest: _e(o.latest, n) } : null;
}
var [Wi, Hi] = [3, 30];
function Mr(e, t, { until: r, heat: n }, o, a) {
  if (o - r >= t) return -Hi;
  let s = (e?.cooling ?? 0) * (o - r);
  return n > a ? Math.max(0, n - a - s) : n - a;
}
var _t = (e) => (e > 0 ? e * Wi : -e);
function Qa(e, t) {
  let r = Array.from({ length: e.decks }, () => ({ until: -1 / 0, heat: 0 })),
    n = [{ start: -1 / 0, decks: r, hottest: 0 }],
    o = [],
    a = 0;
  for (let { load: s, start: l, fills: i } of [...t].sort((u, c) => u.start - c.start)) {
    a += Xa(e, r, { profile: s.profile, start: l, wanted: St(i) }, o);
    let u = { until: l + s.slots, heat: e.stones?.bakes[s.profile]?.leaves ?? 0 };
    ((r = r.map((c, m) => (o.includes(m) ? u : c))),
      n.push({ start: l, decks: r, hottest: Math.max(...r.map(({ heat: c }) => c)) }));
  }
  return { hot: a, course: n };
}
function Xa({ stones: e, reheat: t }, r, n, o) {
  o.length = 0;
  let a = e?.bakes[n.profile]?.at;
  if (!e || a === void 0) return 0;
  let s = 0;
  for (; o.length < n.wanted;) {
    let [l, i, u] = [-1, 1 / 0, 0];
    for (let c = 0; c < r.length; c += 1) {
      let m = r[c];
      if (!m || m.until > n.start || o.includes(c)) continue;
      let d = Mr(e, t, m, n.start, a);
      _t(d) < i && ([l, i, u] = [c, _t(d), d]);
    }
    if (l < 0) break;
    (o.push(l), (s += Math.max(0, u - e.play)));
  }
  return s;
}
function to(e, t) {
  if (!e.stones) return 0;
  let r = new Map();
  return (
    e.tasks.forEach(({ load: n }, o) => {
      let a = t.tasks[o]?.start;
      if (!n || a === void 0) return;
      let s = `${n.profile} ${a} ${n.slots}`;
      r.set(s, { load: n, start: a, fills: [...(r.get(s)?.fills ?? []), n.fill] });
    }),
    Qa(e, r.values()).hot
  );
}
var Za = (e, t, r) => e.reduce((n, [o, a]) => n + Math.max(0, Math.min(a, r) - Math.max(o, t)), 0);
function ro(e, t) {
  let { weights: r } = e,
    [n, o, a, s, l, i] = [0, 0, 0, 0, 0, 0],
    u = Ja(e),
    c = Or(e, t);
  (e.arcs.forEach((h, y) => {
    let [f, g] = [t.tasks[h.from], t.tasks[h.to]],
      b = h.ways[t.ways[y] ?? 0];
    if (!f || !g || !b) return;
    let x = Q(e, h.from, f);
    l += b.cost;
    let k = dt(e, b, c[h.from] ?? 0, x);
    k && (n += b.weight * Math.abs(g.start - x - k.best));
  }),
    e.tasks.forEach((h, y) => {
      let f = t.tasks[y];
      if (!f) return;
      let g = Q(e, y, f);
      ((o += r.night * Za(e.night, f.start, g) * f.people.length),
        h.due !== null && (a += r.early * (h.due - g)),
        u[y] && (i += r.begin * Math.max(0, e.begin - f.start)),
        h.told !== null && (s += r.told * Math.abs(f.start - h.told)));
    }));
  let m = r.ovenIdle * vr(e, t),
    d = r.hot > 0 ? (r.hot * to(e, t)) / 10 : 0,
    p = n + o + m + d + a + s + l + i;
  return { waits: n, night: o, ovenIdle: m, hot: d, early: a, told: s, ways: l, begin: i, total: p };
}
function Ja({ tasks: e, arcs: t }) {
  let r = e.map(({ modes: n }) => n.some(({ people: o }) => o > 0));
  for (let { to: n } of t) r[n] = !1;
  return r;
}
function Or(e, t) {
  let r = e.tasks.map(() => 0),
    n = e.tasks.map(() => []);
  e.arcs.forEach(({ to: s }, l) => n[s]?.push(l));
  let o = new Set(),
    a = (s) => {
      if (o.has(s)) return r[s] ?? 0;
      o.add(s);
      for (let l of n[s] ?? []) {
        let i = e.arcs[l],
          u = i && t.tasks[i.from],
          c = t.tasks[s];
        if (!i || !u || !c) continue;
        let m = a(i.from);
        if (!i.levels) {
          r[s] = Math.max(r[s] ?? 0, m);
          continue;
        }
        let d = Q(e, i.from, u),
          p = dt(e, i.ways[t.ways[l] ?? 0], 0, d);
        p && (r[s] = eo(c.start - d, p.earliest, p.best, p.latest));
      }
      return r[s] ?? 0;
    };
  return (e.tasks.forEach((s, l) => a(l)), r);
}
function vr(e, t) {
  let r = e.tasks
      .flatMap(({ load: a }, s) => {
        let l = t.tasks[s];
        return a && l ? [[l.start, l.start + a.slots]] : [];
      })
      .sort(([a], [s]) => a - s),
    [n, o] = [0, 1 / 0];
  for (let [a, s] of r) (a > o && (n += Math.min(a - o, e.reheat)), (o = o === 1 / 0 ? s : Math.max(o, s)));
  return n;
}
var Bi = 0.1,
  Ui = 0.9,
  Le = 3600;
function oo(e, t, r, n) {
  let o = new no(t, r, n);
  for (let a of e) o.dough(a);
  return o;
}
var no = class {
    constructor(t, r, n) {
      this.instance = t;
      this.room = r;
      this.schedule = n;
    }
    instance;
    room;
    schedule;
    batches = [];
    preferments = [];
    faults = [];
    dough(t) {
      for (let { task: r, into: n, leavening: o, ripeness: a, stands: s, name: l } of t.preferments) {
        let i = this.endOf(r),
          u = n.map((m) => this.startOf(m)).filter((m) => m !== null);
        if (i === null || u.length === 0) continue;
        let c = j(Re(s), o, Te(s), (Math.max(...u) - i) / Le);
        this.preferments.push({ task: r, course: c.map((m) => Nt(m, i)) });
        for (let m of n) {
          let d = this.startOf(m);
          if (d === null) continue;
          let p = Oe(s, o),
            h = (d - i) / Le,
            y = Ce({ culture: p.culture * h, yeast: p.yeast * h, lactic: 0 }, o);
          this.judge({ kind: 'rise', task: m, of: 'preferment', name: l, rise: y, window: a });
        }
      }
      for (let r of t.batches) this.batch(t, r);
    }
    batch(t, r) {
      let [n, o] = [this.startOf(r.mix), this.endOf(r.mix)],
        a = mt(r),
        [s, l] = [this.startOf(a), this.startOf(r.divide)];
      if (n === null || o === null || s === null || l === null) return;
      let i = this.leaveningOf(t, n),
        u = { ...i, modifier: i.modifier * r.pace },
        c = o - t.mixing * Le,
        m = Tr(j(Re(r.ddt), u, Te(r.ddt), t.mixing)),
        d = Nt(m, c),
        p = (w) => ve(r.dough / r.tubs, t.tub.length, t.tub.width, w),
        h = this.placeOf(c, p(V.tub), null),
        y = this.placeOf(c, p(V.fanRetarder), t.cold?.around ?? null),
        f = o + (t.cold?.after ?? 1 / 0) * Le,
        g = [d],
        b = [],
        x = (w, T, D = g) => {
          let R = j(m, u, T, Math.max(0, (w - c) / Le - m.time));
          (D.push(...R.slice(1).map((C) => Nt(C, c))), (m = Tr(R)));
        },
        k = r.folds.map((w) => this.startOf(w)).filter((w) => w !== null);
      for (let w of k.sort((T, D) => T - D)) {
        if (w >= s) break;
        (x(w, h), (m = me(m, Ui)), g.push(Nt(m, c)));
      }
      (x(Math.min(s, f), h),
        s > f && x(s, y),
        this.judge({ kind: 'rise', task: a, of: 'bulk', name: t.name, rise: m.rise, window: t.bulk }),
        r.turns.length > 0 && x(l, this.placeOf(c, ce(4, V.fanRetarder), t.rests), b));
      let S = me(m, t.gasKept),
        M = r.strands.map((w) => this.strand(t, w, S, u, c));
      this.batches.push({ dough: t.key, batch: r.n, mixed: d, bulk: g, turned: b, strands: M });
    }
    strand(t, r, n, o, a) {
      let [s, l] = [this.endOf(r.shape), this.startOf(r.load)];
      if (s === null || l === null) return [];
      let i = (y) => ce(r.mass, y),
        u = (y, f) => Math.max(0, (y - a) / Le - f.time),
        c = this.placeOf(a, i(V.coveredBasket), null),
        m = j(n, o, c, u(s, n)),
        d = this.schedule.ways[r.proof] ?? 0,
        p = r.ways[d] ?? [];
      for (let [y, { around: f, h: g, untilRise: b }] of p.entries()) {
        let x = Tr(m),
          k = this.placeOf(a, i(g), f),
          S = Math.max(0, u(l, x) - (p[y + 1]?.atLast ?? 0)),
          M = b === null ? j(x, o, k, S) : (de(x, o, k, b, S) ?? j(x, o, k, S));
        m.push(...M.slice(1));
      }
      let { rise: h } = Tr(m);
      return (
        this.judge({ kind: 'rise', task: r.load, of: 'proof', name: r.product, rise: h, window: t.proof }),
        m.map((y) => Nt(y, a))
      );
    }
    leaveningOf(t, r) {
      let { culture: n, yeast: o } = t.leavening;
      for (let a of t.preferments) {
        let s = this.endOf(a.task);
        if (a.inDough === null || s === null) continue;
        let { share: l, flourShare: i } = a.inDough,
          u = Oe(a.stands, a.leavening),
          c = (r - s) / Le,
          m = { culture: u.culture * c, yeast: u.yeast * c, lactic: u.lactic * c },
          d = $t(m, a.leavening),
          p = (h) => (h > 0 ? be(l, h) : 0);
        ((n += p(d.culture) - p(a.inDough.culture)), (o += i * (d.yeast - a.inDough.yeast)));
      }
      return { ...t.leavening, culture: Math.min(1, Math.max(0, n)), yeast: Math.max(0, o) };
    }
    judge(t) {
      let { rise: r, window: n } = t,
        o = Bi * (n.latest - n.earliest);
      (r < n.earliest - o || r > n.latest + o) && this.faults.push(t);
    }
    placeOf(t, r, n) {
      let { room: o } = this,
        a = (t - this.instance.origin) / 300,
        s = o.steady ? o.at(0) : (l) => o.at(a + (l * Le) / 300);
      return { around: n ?? s, timeConstant: r, heatOfRise: ge };
    }
    startOf(t) {
      let r = this.schedule.tasks[t];
      return r ? this.instance.origin + r.start * 300 : null;
    }
    endOf(t) {
      let r = this.schedule.tasks[t],
        n = r && this.instance.tasks[t]?.modes[r.mode]?.slots;
      return r && n !== void 0 && n !== null ? this.instance.origin + (r.start + n) * 300 : null;
    }
  },
  Nt = ({ time: e, rise: t, temperature: r }, n) => ({ at: n + e * Le, rise: t, temperature: r });
function Tr(e) {
  let t = e.at(-1);
  if (!t) throw new Error('a course has at least its first state');
  return t;
}
var ts = (e, t) => (e === 'laminated' ? 27 : t ? 30 : 38);
import { z as _ } from 'zod';
var rs = _.strictObject({
    formula: I,
    product: I,
    pieces: _.number().int().min(0).max(1e5),
    scaledWeight: _.number().positive().max(20),
    drop: ct,
  }),
  ao = _.strictObject({ task: _.string().max(200), at: _.number().int() }),
  ns = _.number().int().min(0).max(59),
  os = _.strictObject({
    task: _.string().max(200),
    deck: ns,
    x: _.number().min(0).max(10),
    y: _.number().min(0).max(10),
    turned: _.boolean(),
  }),
  as = _.strictObject({
    task: _.string().max(200),
    decks: _.array(ns).max(60),
    pieces: _.array(os).max(2e3).default([]),
  }),
  ss = _.strictObject({
    task: _.string().max(200),
    start: _.number().int(),
    end: _.number().int().nullable().default(null),
    temperature: _.number().min(-5).max(60).nullable().default(null),
    seen: _.strictObject({ at: _.number().int(), height: _.number().positive().max(200) })
      .nullable()
      .default(null),
    longer: _.number().min(0).max(120).optional(),
    mass: _.number().positive().max(1e4).nullable().default(null),
  }),
  Rr = _.strictObject({
    schema: _.literal(1),
    date: _.iso.date(),
    bakehouse: Vn,
    mixers: _.array(Pt).min(1).max(20),
    tub: qn,
    formulas: _.array(_.strictObject({ slug: I, name: Z.optional(), formula: ot })).max(200),
    demand: _.array(rs).max(5e3),
    pins: _.array(ao).max(2e3).default([]),
    stands: _.array(as).max(500).default([]),
    actuals: _.array(ss).max(2e3).default([]),
    now: _.number().int().nullable().default(null),
    told: _.array(ao).max(2e3).default([]),
    seed: _.number().int().min(0).max(4294967295).default(1),
  });
var Gi = 4,
  ls = 0.5;
function is(e) {
  let t = [],
    r = [],
    n = new Map();
  e.demand.forEach((o, a) => {
    if (o.pieces === 0) return;
    let l = e.formulas
        .find(({ slug: u }) => u === o.formula)
        ?.formula?.doc.products.find(({ slug: u }) => u === o.product),
      i = Me(e.date, o.drop, e.bakehouse.zone);
    if (!l)
      t.push(
        L(
          `demand.${a}`,
          `\u201C${o.product}\u201D of ${o.formula} is not made here.`,
          'Choose a product of one of your formulas.',
        ),
      );
    else if (!i.ok) t.push(...i.problems.map((u) => _r(`demand.${a}`, u)));
    else {
      let u = n.get(o.formula) ?? [],
        { scaledWeight: c, pieces: m } = o;
      n.set(o.formula, [
        ...u,
        { product: o.product, name: l.name, scaledWeight: c, pieces: m, drop: i.value },
      ]);
    }
  });
  for (let [o, a] of n) {
    let s = e.formulas.findIndex((i) => i.slug === o),
      l = e.formulas[s]?.formula;
    l &&
      ji(a).forEach((i, u) => {
        let c = Ki(e, o, l, i, u);
        c.ok ? r.push(c.value) : t.push(...c.problems.map((m) => _r(`formulas.${s}`, m)));
      });
  }
  return t.length > 0 ? F(...t) : $(r);
}
function ji(e) {
  let t = [];
  for (let r of e.toSorted((n, o) => n.drop - o.drop)) {
    let n = t.at(-1);
    n?.[0] && r.drop - n[0].drop <= Gi * 3600 ? n.push(r) : t.push([r]);
  }
  return t;
}
function Ki(e, t, r, n, o) {
  let a = zi(n),
    s = Lt(r, a);
  if (!s.ok) return s;
  let { doc: l } = r,
    i = e.bakehouse.programmes.find((d) => d.slug === l.process.programme);
  if (!i)
    return F(
      L(
        'programme',
        `${l.name} is mixed by \u201C${l.process.programme}\u201D, which this bakehouse does not have.`,
        'Choose one of its programmes in the formula.',
      ),
    );
  let u = Yi(s.value.dough, e.mixers),
    c = Math.max(1, Math.ceil(s.value.dough / u.maxDough - 1e-9)),
    m = o === 0 ? t : `${t}-${o + 1}`;
  return $({
    key: m,
    slug: t,
    name: l.name,
    formula: r,
    order: a,
    scaled: s.value,
    mixer: u,
    programme: i,
    batches: qi(n, c).map((d, p) => {
      let h = e.actuals.find(({ task: y }) => y === `${m}.${p + 1}.divide`)?.mass ?? null;
      return { n: p + 1, dough: s.value.dough * (Wt(d) / Wt(n)), lots: h === null ? d : Vi(h, d) };
    }),
  });
}
function zi(e) {
  let t = new Map();
  for (let { product: r, scaledWeight: n, pieces: o } of e) {
    let a = `${r} ${n}`,
      s = t.get(a);
    t.set(a, { product: r, scaledWeight: n, pieces: (s?.pieces ?? 0) + o });
  }
  return [...t.values()];
}
var Wt = (e) => e.reduce((t, { pieces: r, scaledWeight: n }) => t + r * n, 0);
function Yi(e, t) {
  let r = ({ maxDough: a }) => Math.ceil(e / a - 1e-9),
    n = (a) => (e / r(a) < a.minDough ? 1 : 0),
    [o] = t.toSorted((a, s) => n(a) - n(s) || r(a) - r(s) || a.maxDough - s.maxDough);
  if (!o) throw new Error('a day has at least one mixer');
  return o;
}
function Vi(e, t) {
  let r = t.map((o) => ({ ...o }));
  for (let o of r.toReversed()) {
    let a = Wt(r) - e;
    a > ls * o.scaledWeight && (o.pieces = Math.max(0, o.pieces - Math.ceil(a / o.scaledWeight - ls)));
  }
  let [n] = r.toSorted((o, a) => a.pieces - o.pieces);
  return (
    n && (n.pieces += Math.max(0, Math.floor((e - Wt(r)) / n.scaledWeight + 1e-9))),
    r.filter(({ pieces: o }) => o > 0)
  );
}
function qi(e, t) {
  let r = Wt(e) / t,
    n = Array.from({ length: t }, () => []),
    o = 0;
  for (let a of e) {
    let s = (l) => Math.min(a.pieces, Math.max(0, Math.round((r * l - o) / a.scaledWeight)));
    (n.forEach((l, i) => {
      let c = (i === t - 1 ? a.pieces : s(i + 1)) - s(i);
      c > 0 && l.push({ ...a, pieces: c });
    }),
      (o += a.pieces * a.scaledWeight));
  }
  return n.filter((a) => a.length > 0);
}
var Ht = (e, { formula: t, product: r }) =>
    e.products.find((n) => n.formula === t && n.product === r) ?? null,
  pt = ({ oven: { width: e, depth: t } }) => ({ width: e, depth: t }),
  Ve = ({ oven: { width: e, depth: t, heater: r, stone: n } }) => ({
    ...nt,
    capacity: (nt.capacity * Math.max(qr, n)) / Mt,
    area: e * t,
    power: r,
  }),
  qe = (e, t) => e.products.find(({ slug: r }) => r === t)?.bakeLoss ?? e.process.bake.loss,
  Qi = 3;
function Bt(e, { product: t, scaledWeight: r }, n) {
  let o = e.type === 'rye' ? Fe.rye : Fe.hearth,
    a = r * (1 - qe(e, t) / 100);
  return kt(a, o, n, e.process.packBelow);
}
var so = (e, t) =>
  e.process.bake.core !== null
    ? [e.process.bake.core, Math.min(100, e.process.bake.core + Qi)]
    : e.type === 'enriched' || e.type === 'laminated'
      ? wt.enriched
      : t
        ? wt.tin
        : wt.hearth;
function Dr(e, t, r) {
  let n = Ht(e, r),
    o = e.holders.find(({ slug: l }) => l === n?.holder);
  if (n && o?.bakes && o.size)
    return {
      outline: { kind: 'rectangle', ...o.size },
      spacing: tt.held,
      count: Math.ceil(r.pieces / n.perHolder),
      holder: o.name,
    };
  let a = r.scaledWeight * (1 - qe(t, r.product) / 100),
    s = t.type === 'rye' ? Fe.rye : Fe.hearth;
  return { outline: Nr(t.process.shape, a, s), spacing: tt.free, count: r.pieces, holder: null };
}
function Lr(e, t, r) {
  let n = Ht(e, r)?.perDeck ?? null;
  return n === null ? Hr(pt(e), Dr(e, t, r)) : $(r.pieces / n);
}
var Xi = 1100,
  us = (e) => (e.kind === 'glass' ? (Math.PI * e.diameter ** 2) / 4 : e.length * e.width);
function Ar(e, t, r, n, o = 1) {
  let a = (t / Xi / us(e)) * 100;
  return { start: a, target: a * (1 + br(r, n, o)), fits: a * (1 + br(n, n, o)) <= e.height * 100 };
}
function lo(e, t, r, n = 1) {
  let { start: o } = Ar(e, t, 0, 1, n);
  return Math.max(0, r / o - 1) / n;
}
var Zi = 48;
function cs(e, t) {
  let { bakehouse: r, mixers: n } = e,
    { floor: o, zone: a } = r,
    s = t.flatMap(({ batches: y }) => y.flatMap(({ lots: f }) => f.map(({ drop: g }) => g))),
    l = Me(e.date, '12:00', a),
    i = s.length > 0 ? s : [l.ok ? l.value : 0],
    u = Math.floor((Math.min(...i) - Zi * 3600) / 3600) * 3600,
    c = Math.ceil((Math.max(...i) - u) / 300) + 1,
    m = [-3, -2, -1, 0, 1].map((y) => cr(e.date, y)),
    d = (y) => (y - u) / 300,
    p = ({ from: y, to: f }) =>
      m.flatMap((g) => {
        let b = Me(g, y, a),
          x = Me(f > y ? g : cr(g, 1), f, a);
        if (!b.ok || !x.ok) return [];
        let [k, S] = [Math.max(0, d(b.value)), Math.min(c, d(x.value))];
        return S > k ? [[k, S]] : [];
      }),
    h = ([y, f]) => [Math.ceil(y), Math.floor(f)];
  return {
    origin: u,
    slots: c,
    people: o.hands.map(({ name: y, skills: f, shift: g, breaks: b }) => ({
      name: y,
      skills: f.reduce((x, k) => x | (1 << De.indexOf(k)), 0),
      free: eu(p(g), b.flatMap(p)).map(h),
    })),
    resources: [
      ...n.map(({ slug: y, name: f }) => ({ id: y, name: f, capacity: 1, unit: '' })),
      { id: 'tubs', name: 'tubs', capacity: o.tubs, unit: '' },
      { id: 'bench', name: 'bench', capacity: Math.round(o.bench * 10), unit: 'dm' },
      ...o.holders.map(({ slug: y, name: f, count: g }) => ({ id: y, name: f, capacity: g, unit: '' })),
      ...(o.proofBox
        ? [{ id: 'proof-box', name: 'proof box', capacity: Math.floor(o.proofBox.dough), unit: 'kg' }]
        : []),
      ...(o.racks
        ? [{ id: 'racks', name: 'racks', capacity: Math.floor(o.racks.count * o.racks.bread), unit: 'kg' }]
        : []),
      ...(o.retarder
        ? [{ id: 'retarder', name: 'retarder', capacity: Math.floor(o.retarder.dough), unit: 'kg' }]
        : []),
    ],
    night: o.quiet ? p(o.quiet).map(([y, f]) => [Math.floor(y), Math.ceil(f)]) : [],
    room: Ji(e, u, c),
  };
}
function Ji({ bakehouse: e }, t, r) {
  let n = e.floor.room ?? e.usual.room;
  if (typeof n == 'number') return { slots: r, steady: !0, at: () => n, warmest: n };
  let o = Kn(n, je(t, e.zone).hour);
  return {
    slots: r,
    steady: !1,
    at: (s) => (typeof o == 'number' ? o : o((s * 300) / 3600)),
    warmest: n.warmest,
  };
}
function eu(e, t) {
  return t.reduce(
    (r, [n, o]) =>
      r.flatMap(([a, s]) =>
        o <= a || n >= s ? [[a, s]] : [...(a < n ? [[a, n]] : []), ...(o < s ? [[o, s]] : [])],
      ),
    e,
  );
}
var tu = 0.5,
  ru = 3,
  ue = 0.25,
  [nu, ou] = [12, 0.5],
  ee = 300 / 3600,
  Fr = 86400 / 300,
  Qe = (e, t, r, n, o) => ({
    around: o ?? (e.steady ? e.at(0) : (a) => e.at(t + (a - r) / ee)),
    timeConstant: n,
    heatOfRise: ge,
  });
function io(e, t) {
  let { mass: r, tub: n, cold: o } = e,
    a = ve(r, n.length, n.width, V.tub),
    s = ve(r, n.length, n.width, V.fanRetarder),
    l = [],
    i = [],
    u = e.folds.map(() => []);
  for (let c of iu(t)) {
    let m = J(j(Re(e.ddt), e.leavening, Te(e.ddt), e.mixing)),
      d = Qe(t, c, m.time, a, null),
      p = [],
      h = m,
      y = !1;
    if (
      (e.folds.forEach((k, S) => {
        let M = y ? null : ds(h, e, d, m.time, k);
        ((y ||= !M || J(M).rise >= e.bulk.earliest),
          u[S]?.push({ at: c, slots: y || !M ? null : (J(M).time - m.time) / ee }),
          !y && M && (h = me(J(M), wr)));
      }),
      o)
    ) {
      p.push(...j(h, e.leavening, d, Math.max(0, m.time + o.after - h.time), ue));
      let k = Qe(t, c, m.time, s, o.around);
      p.push(...j(J(p), e.leavening, k, o.most, ue, e.bulk.latest).slice(1));
    } else p.push(...(de(h, e.leavening, d, e.bulk.latest, It, ue) ?? []));
    let f = (k) => {
        let S = ze(p, k, e.leavening);
        return S ? (S.time - m.time) / ee : null;
      },
      g = f(e.bulk.earliest),
      b = p.length > 0 ? (J(p).time - m.time) / ee : 0,
      x = [g ?? 0, f(e.bulk.best) ?? b, f(e.bulk.latest) ?? b];
    if (g === null) {
      (l.push({ at: c, wait: null }), i.push([]));
      continue;
    }
    (l.push({ at: c, wait: x }),
      i.push(au(x).map((k) => ({ slot: c + k, state: Bn(p, m.time + k * ee) ?? J(p) }))));
  }
  return { samples: l, ends: i, folded: u };
}
function ds(e, { leavening: t }, r, n, o) {
  return 'hours' in o ? j(e, t, r, Math.max(0, n + o.hours - e.time), ue) : de(e, t, r, o.rise, It, ue);
}
var au = ([e, t, r]) => [e, (e + t) / 2, t, (t + r) / 2, r];
function ps(e, t, r, n, o) {
  let a = (i) => {
      let u = { ...e.leavening, modifier: e.leavening.modifier * i },
        c = ve(e.mass, e.tub.length, e.tub.width, V.tub),
        m = J(j(Re(e.ddt), u, Te(e.ddt), e.mixing)),
        d = m.time + n,
        p = Qe(t, r, m.time, c, null);
      for (let h of e.folds) {
        let y = ds(m, { ...e, leavening: u }, p, d - n, h);
        if (!y || J(y).time >= d) break;
        m = me(J(y), wr);
      }
      return J(j(m, u, p, d - m.time, ue)).rise;
    },
    [s, l] = [0.2, 5];
  for (let i = 0; i < 24; i += 1) {
    let u = Math.sqrt(s * l);
    a(u) < o ? (s = u) : (l = u);
  }
  return Math.sqrt(s * l);
}
function fs(e, t, r) {
  let n = Array.from({ length: 5 }, () => []);
  for (let o of t.ends)
    o.forEach(({ slot: a, state: s }, l) => {
      let i = a + e.turned.hours / ee,
        u = Qe(r, a, s.time, ce(4, V.fanRetarder), e.turned.around),
        c = e.turned.hours > 0 ? J(j(s, e.leavening, u, e.turned.hours, ue)) : s,
        m = Qe(r, i, c.time, ce(e.mass, V.coveredBasket), null),
        d = J(j(me(c, e.gasKept), e.leavening, m, e.shaping, ue));
      n[l]?.push({ at: i + e.shaping / ee, wait: su(e, d, i, r) });
    });
  return n.map((o) => Pr(o, r));
}
function su(e, t, r, n) {
  let { leavening: o, proof: a } = e,
    s = t,
    l = [t],
    i = e.stands.at(-1);
  if (i && i.atLast !== null) return lu(e, i, i.atLast, t, r, n);
  for (let { around: h, h: y, untilRise: f } of e.stands) {
    let g = r + (e.shaping + s.time - t.time) / ee,
      b = Qe(n, g, s.time, ce(e.mass, y), h),
      x =
        f === null
          ? j(s, o, b, Math.max(0, e.most - (s.time - t.time)), h !== null && h < nu ? ou : ue, a.latest)
          : de(s, o, b, f, e.most, ue);
    if (!x) return null;
    (l.push(...x.slice(1)), (s = J(l)));
  }
  let u = (h) => {
      let y = ze(l, h, o);
      return y ? (y.time - t.time) / ee : null;
    },
    c = u(a.earliest);
  if (c === null) return null;
  let m = (s.time - t.time) / ee,
    d = u(a.latest) ?? m,
    p = Math.min(tu / ee, d);
  return [Math.max(p, c), Math.max(p, u(a.best) ?? m), d];
}
var ms = 1.5;
function lu(e, t, r, n, o, a) {
  let { leavening: s, proof: l, mass: i } = e,
    [u] = e.stands;
  if (!u || e.most < r) return null;
  let c = o + e.shaping / ee,
    m = ({ around: g, h: b }, x) => Qe(a, c + x / ee, n.time + x, ce(i, b), g),
    d = n,
    p = [];
  for (
    let g = 0;
    g + r <= e.most + 1e-9 &&
    (p.push({ wait: g + r, rise: J(j(d, s, m(t, g), r, ue)).rise }), !((p.at(-1)?.rise ?? 0) >= l.latest));
    g += ms
  )
    d = J(j(d, s, m(u, g), ms, ue));
  let h = (g) => {
      let b = p.findIndex((M) => M.rise >= g),
        [x, k] = [p[b - 1], p[b]];
      if (!k) return null;
      let S = x ? (g - x.rise) / (k.rise - x.rise) : 1;
      return ((x?.wait ?? k.wait) + S * (k.wait - (x?.wait ?? k.wait))) / ee;
    },
    [y, f] = [h(l.earliest), (p.at(-1)?.wait ?? r) / ee];
  return y === null || (p[0]?.rise ?? 0) > l.latest ? null : [y, h(l.best) ?? f, h(l.latest) ?? f];
}
function Pr(e, t) {
  let r = uu(e, t).sort((c, m) => c.at - m.at),
    [n] = r,
    o = t.steady ? 1 : Math.min(Fr, t.slots),
    [a, s, l] = [[], [], []],
    i = 0;
  for (let c = 0; c < o; c += 1) {
    for (; i < r.length - 2 && (r[i + 1]?.at ?? 0) <= c;) i += 1;
    let m = r[i] ?? n,
      d = r[i + 1] ?? m;
    if (!m?.wait || !d?.wait) {
      (a.push(-1), s.push(-1), l.push(-1));
      continue;
    }
    let p = d.at - m.at,
      h = p > 0 ? Math.max(0, Math.min(1, (c - m.at) / p)) : 0,
      [y, f] = [m.wait, d.wait],
      g = (S) => y[S] + h * (f[S] - y[S]),
      [b, x] = [Math.ceil(g(0) - 1e-9), Math.floor(g(2) + 1e-9)],
      k = x >= b;
    (a.push(k ? b : -1), s.push(k ? Math.max(b, Math.min(x, Math.round(g(1)))) : -1), l.push(k ? x : -1));
  }
  let u = (c) => {
    if (t.steady) return c;
    let m = new Array(t.slots);
    for (let d = 0; d < t.slots; d += 1) m[d] = c[d % Fr] ?? -1;
    return m;
  };
  return { earliest: u(a), best: u(s), latest: u(l) };
}
function iu(e) {
  if (e.steady) return [0];
  let t = ru / ee;
  return Array.from({ length: Fr / t }, (r, n) => n * t);
}
function uu(e, t) {
  return t.steady
    ? [...e]
    : [-3, -2, -1, 0, 1].flatMap((r) => e.map(({ at: n, wait: o }) => ({ at: n + r * Fr, wait: o })));
}
function J(e) {
  let t = e.at(-1);
  if (!t) throw new Error('a course has at least its first state');
  return t;
}
function hs(e, t, r) {
  let n = e.map(() => []);
  t.forEach(({ from: s }, l) => n[s]?.push(l));
  let o = new Map(),
    a = (s) => {
      let l = o.get(s);
      if (l !== void 0) return l;
      let i = e[s];
      if (!i) return 1 / 0;
      let u = Math.min(...i.modes.map(({ slots: m }) => m)),
        c = Math.min(i.last, (i.due ?? 1 / 0) - u);
      for (let m of n[s] ?? []) {
        let { to: d = 0, ways: p = [] } = t[m] ?? {};
        c = Math.min(c, a(d) - cu(p, r) - u);
      }
      return (o.set(s, c), c);
    };
  return Math.max(0, Math.min(...e.map((s, l) => (s.skill === null ? 1 / 0 : a(l)))));
}
function cu(e, t) {
  let r = 1 / 0;
  for (let { tables: n } of e)
    for (let o of n) for (let a of t[o]?.earliest ?? []) a >= 0 && a < r && (r = a);
  return r === 1 / 0 ? 0 : r;
}
var mu = [240, 200],
  ft = (e, t, r, n, o) => ({ kind: e, dough: t.key, batch: r, name: n, mass: o, pieces: null, done: !1 }),
  xe = 60 / 5,
  Ir = (e) => Math.max(1, Math.ceil(e / 300 - 1e-9)),
  du = 0.55,
  pu = 1.5,
  fu = 3,
  Er = class {
    constructor(t, r) {
      this.input = t;
      this.frame = r;
      this.resourceAt = new Map(r.resources.map(({ id: o }, a) => [o, a]));
      let n = (o) => Math.ceil((o - r.origin) / 300);
      ((this.actuals = new Map(t.actuals.map((o) => [o.task, o]))),
        (this.told = new Map(t.told.map(({ task: o, at: a }) => [o, n(a)]))),
        (this.now = t.now === null ? 0 : Math.max(0, n(t.now))));
    }
    input;
    frame;
    tasks = [];
    notes = [];
    tables = [];
    arcs = [];
    profiles = [];
    units = [];
    resourceAt;
    actuals;
    told;
    now;
    instance() {
      let { frame: t, tables: r, tasks: n, arcs: o } = this,
        { floor: a, preheat: s } = this.input.bakehouse;
      return {
        origin: t.origin,
        slots: t.slots,
        skills: [...De],
        people: t.people,
        resources: t.resources,
        decks: a.oven.decks,
        oneHeat: a.oven.shared,
        stones: this.stones(),
        reheat: Math.ceil(s / 5),
        tables: r,
        tasks: n,
        arcs: o,
        batches: this.units,
        begin: hs(n, o, r),
        night: t.night,
        weights: a.weights,
      };
    }
    stones() {
      let { floor: t } = this.input.bakehouse;
      if (t.oven.shared) return null;
      let r = this.frame.room.warmest,
        n = this.profiles.map(({ profile: s }) => ({
          at: s.loadAt,
          leaves: Se(s, s.minutes).bottom ?? s.loadAt,
        })),
        [o, a] = mu;
      return { bakes: n, play: Ee.hotter, cooling: ((o - a) * 300) / Ot(Ve(t), r, o, a) };
    }
    actual(t) {
      return this.actuals.get(t) ?? null;
    }
    profile(t, r) {
      let n = this.profiles.findIndex((o) => o.slots === r && Vr(o.profile, t) === null);
      return n >= 0 ? n : this.profiles.push({ profile: t, slots: r }) - 1;
    }
    unit(t, r, n = []) {
      return this.units.push({ id: t, name: r, tasks: [], leaders: n }) - 1;
    }
    task(t, r, n, o, a, s = {}) {
      let l = [];
      for (let u of s.two ? [1, 2] : [1]) {
        let c = Ir(o * (u === 2 ? du : 1));
        if (u === 2 && c >= (l[0]?.slots ?? 0)) continue;
        let m = s.bench ? this.use('bench', Math.round(pu * 10 * u)) : [];
        l.push({ name: u === 1 ? 'one' : 'two', slots: c, people: u, uses: [...(s.uses ?? []), ...m] });
      }
      let i = this.actuals.get(n);
      return i
        ? this.happened(t, r, n, l[0]?.slots ?? 1, i, s)
        : this.put(r, {
            id: n,
            batch: t,
            kind: r.kind,
            modes: l,
            skill: De.indexOf(a),
            first: Math.max(0, s.first ?? 0, this.now),
            last: this.frame.slots,
            load: s.load ?? null,
            due: s.due ?? null,
            told: this.told.get(n) ?? null,
          });
    }
    happened(t, r, n, o, { start: a, end: s }, { uses: l = [], load: i = null }) {
      let u = (d) => Math.max(0, Math.round((d - this.frame.origin) / 300)),
        c = Math.min(u(a), this.frame.slots - 1),
        m = Math.max(1, s === null ? Math.max(o, this.now - c) : u(s) - c);
      return this.put(
        { ...r, done: !0 },
        {
          id: n,
          batch: t,
          kind: r.kind,
          first: c,
          last: c,
          modes: [{ name: 'done', slots: m, people: 0, uses: l }],
          skill: null,
          load: i,
          due: null,
          told: null,
        },
      );
    }
    put(t, r) {
      let n = this.tasks.push(r) - 1;
      return (this.notes.push(t), this.units[r.batch]?.tasks.push(n), n);
    }
    use(t, r) {
      let n = this.resourceAt.get(t);
      return n === void 0 || r <= 0 ? [] : [{ resource: n, amount: Math.ceil(r) }];
    }
    table(t) {
      return this.tables.push(t) - 1;
    }
    between(t, r, n) {
      return {
        name: '',
        tables: [this.table({ earliest: [t], best: [r], latest: [n] })],
        holds: [],
        cost: 0,
      };
    }
    arc(t, r, n, o, a = !1) {
      let s = n.map(({ share: p = 1, ...h }) => ({ ...h, weight: o * p })),
        l = this.notes[t]?.done ? this.tasks[t] : void 0;
      if (!l) return this.arcs.push({ from: t, to: r, ways: s, levels: a }) - 1;
      let i = l.first + (l.modes[0]?.slots ?? 0),
        u = this.notes[r]?.done ?? !1,
        c = Math.max(0, u ? (this.tasks[r]?.first ?? 0) - i : this.now - i + fu),
        m = (p) => {
          let { earliest: h = [-1], best: y = [-1], latest: f = [-1] } = this.tables[p] ?? {},
            g = _e(h, i),
            b = g >= 0;
          return this.table({
            earliest: [b ? (u ? Math.min(c, g) : g) : c],
            best: [b ? _e(y, i) : c],
            latest: [b ? Math.max(_e(f, i), c) : c],
          });
        },
        d = s.map((p) => ({
          ...p,
          holds: u ? [] : p.holds,
          weight: u ? 0 : p.weight,
          tables: p.tables.map(m),
        }));
      return this.arcs.push({ from: t, to: r, ways: d, levels: a }) - 1;
    }
  };
var hu = { rye: 24, other: 5 },
  yu = 12,
  uo = { cold: 1, begun: 2 },
  bu = 0.1,
  gu = 2,
  co = { least: 1, best: 1, most: 2 },
  [ys, bs] = [60, 0.1];
function gs(e, t) {
  let r = new Map();
  return xu(e, t).map((n) => {
    let o = (r.get(n.product) ?? 0) + 1;
    return (r.set(n.product, o), ku(e, t, n, `${t.id}.${n.product}${o > 1 ? `-${o}` : ''}`));
  });
}
function xu(e, { dough: t, batch: r }) {
  let n = new Map();
  for (let a of r.lots) {
    let s = `${a.product} ${a.scaledWeight}`,
      l = n.get(s);
    n.set(s, l ? { ...l, pieces: l.pieces + a.pieces, drop: Math.min(l.drop, a.drop) } : a);
  }
  let { decks: o } = e.input.bakehouse.floor.oven;
  return [...n.values()].flatMap((a) => {
    let s = Math.max(1, Math.ceil(xs(e, t, a) / Math.max(1, o) - 1e-9));
    return Array.from({ length: s }, (l, i) => ({
      ...a,
      pieces: Math.floor((a.pieces * (i + 1)) / s) - Math.floor((a.pieces * i) / s),
    }));
  });
}
function ku(e, t, r, n) {
  let { unit: o, dough: a, batch: s, divide: l } = t,
    { rates: i, floor: u, spare: c } = e.input.bakehouse,
    { process: m, type: d } = a.formula.doc,
    p = (z) => ({ ...ft(z, a, s.n, r.name, r.pieces * r.scaledWeight), pieces: r.pieces }),
    h = (z) => r.pieces * z,
    y = e.task(o, p('shape'), `${n}.shape`, h(i.shape[m.shape]), 'shape', { two: !0, bench: !0 }),
    f = Math.ceil(m.benchRest / 5);
  e.arc(l, y, [e.between(f, f, f + 3)], u.weights.dough / 2);
  let g = e.actual(`${n}.load`)?.longer ?? 0,
    b = We(m.bake, r.scaledWeight, g),
    x = Math.round(b.minutes / 5),
    k = xs(e, a, r),
    S = u.oven.loader ? Math.ceil(k) * 60 + h(i.score) : h(i.load + i.score),
    M = Ir(S) + x + 1 + Ir(h(i.unload)) + Math.ceil(Mu(e, a, r, k, b) / 5),
    w = e.task(o, p('load'), `${n}.load`, S, 'oven', {
      load: { profile: e.profile(b, x), fill: Math.ceil(k * 1e3 - 1e-6), slots: M },
    }),
    T = wu(e, t, r),
    D = e.arc(
      y,
      w,
      T.map(({ way: z }) => z),
      u.weights.dough,
    ),
    R = e.task(o, p('out'), `${n}.out`, h(i.unload), 'oven'),
    C = ks(e, a, r, !0);
  e.arc(w, R, [{ ...e.between(x, x, x + 1), holds: C }], u.weights.dough);
  let N = Math.min(x - 1, Math.floor(b.look === null ? x * zr : b.look / 5));
  if (x >= gu) {
    let z = e.task(o, p('look'), `${n}.look`, ys, 'oven');
    e.arc(w, z, [e.between(Math.max(0, N - 1), N, Math.min(N + 1, x - 1))], bs);
  }
  if (u.oven.steam === 'pan' && m.bake.steam > 0) {
    let z = e.task(o, p('pan'), `${n}.pan`, ys, 'oven');
    e.arc(z, w, [e.between(co.least, co.best, co.most)], bs);
  }
  let H = hu[d === 'rye' ? 'rye' : 'other'] * xe,
    U = Math.floor((r.drop - c * 60 - e.frame.origin) / 300),
    X = e.task(o, p('pack'), `${n}.pack`, h(i.pack), 'pack', { two: !0, due: U, first: U - H }),
    K = Math.min(e.frame.slots, Math.ceil(Bt(a.formula.doc, r, e.frame.room.warmest) * xe)),
    te = e.use('racks', r.pieces * r.scaledWeight);
  return (
    e.arc(R, X, [{ ...e.between(K, K, K + H), holds: te }], u.weights.early),
    {
      product: r.product,
      pieces: r.pieces,
      mass: r.scaledWeight,
      shape: y,
      load: w,
      out: R,
      pack: X,
      proof: D,
      ways: T.map(({ stands: z }) => z),
    }
  );
}
function Su({ input: e }, { dough: t, bulk: r }) {
  let { around: n } = t.formula.doc.process.proof,
    o = e.bakehouse.floor.proofBox?.temperature ?? null;
  return n === null || o === null ? n : o <= ts(t.formula.doc.type, r.leavening.culture > 0) ? o : null;
}
function wu(e, t, r) {
  let { floor: n, rates: o } = e.input.bakehouse,
    { process: a } = t.dough.formula.doc,
    s = Ht(n, { formula: t.dough.slug, product: r.product }),
    l = ks(e, t.dough, r, !1),
    i = r.pieces * r.scaledWeight,
    u = Su(e, t),
    c = { around: u, h: V.coveredBasket, untilRise: null, atLast: null },
    m = u !== null ? e.use('proof-box', i) : [],
    d = [
      { name: m.length > 0 ? 'box' : 'room', stands: [c], holds: [...l, ...m], most: yu, cost: 0, share: 1 },
    ];
  if (n.retarder && s?.retard) {
    let { temperature: y, most: f } = n.retarder,
      g = { around: y, h: V.fanRetarder, untilRise: null, atLast: null },
      b = { ...c, untilRise: a.proof.rise.earliest },
      x = [...l, ...e.use('retarder', i)],
      k = { holds: x, most: f, share: bu };
    if (s.temper !== null) {
      let S = [g, { ...c, atLast: s.temper / 60 }];
      d.push({ ...k, name: 'cold, then warm', stands: S, holds: [...x, ...m], cost: uo.cold });
    } else
      d.push(
        { ...k, name: 'cold', stands: [g], cost: uo.cold },
        { ...k, name: 'warm, then cold', stands: [b, g], cost: uo.begun },
      );
  }
  let h =
    (t.batch.lots.reduce((y, { pieces: f }) => y + f, 0) * (o.divide + o.preshape) +
      r.pieces * o.shape[a.shape]) /
      3600 +
    a.benchRest / 60;
  return d.map(({ name: y, stands: f, holds: g, most: b, cost: x, share: k }) => {
    let S = {
        leavening: t.bulk.leavening,
        gasKept: a.gasKept,
        turned: t.turned,
        mass: r.scaledWeight,
        shaping: h,
        proof: a.proof.rise,
        stands: f,
        most: b,
      },
      M = fs(S, t.bulk, e.frame.room).map((w) => e.table(w));
    return { way: { name: y, tables: M, holds: g, cost: x, share: k }, stands: f };
  });
}
function xs({ input: e }, t, r) {
  let n = Lr(e.bakehouse.floor, t.formula.doc, { ...r, formula: t.slug });
  if (!n.ok) throw new Error('a piece that is larger than a deck is refused before');
  return n.value;
}
function Mu({ input: e, frame: t }, { formula: { doc: r } }, n, o, a) {
  let { floor: s } = e.bakehouse,
    l = {
      at: 0,
      minutes: a.minutes,
      dough: (n.pieces * n.scaledWeight) / Math.max(1, o),
      from: t.room.warmest,
      core: 97,
      loss: qe(r, n.product),
      steam: 0,
    },
    i = (c) => Qr(Ve(s), t.room.warmest, c, l),
    { recovery: u } = s.oven;
  return u === null ? i(a) : a.stages.length === 0 ? u : u + Math.max(0, i(a) - i({ ...a, stages: [] }));
}
function ks(e, t, r, n) {
  let { floor: o } = e.input.bakehouse,
    a = Ht(o, { formula: t.slug, product: r.product }),
    s = o.holders.find(({ slug: l }) => l === a?.holder);
  return !a || !s || (n && !s.bakes) ? [] : e.use(s.slug, r.pieces / a.perHolder);
}
function fo(e) {
  let t = is(e);
  if (!t.ok) return t;
  let r = cs(e, t.value),
    n = new Er(e, r),
    o = [];
  for (let i of t.value) {
    let u = new po(n, i).add();
    if (!u.ok) return u;
    o.push(u.value);
  }
  let a = n.instance(),
    { notes: s } = n,
    l = { instance: a, notes: s, models: o, doughs: t.value, frame: r, unheld: a.tasks };
  return $(vs(l, e));
}
function vs(e, { pins: t, stands: r }) {
  let { instance: n, unheld: o } = e,
    a = new Map(t.map((i) => [i.task, Math.round((i.at - n.origin) / 300)])),
    s = new Map(r.map((i) => [i.task, Ou(o, i)])),
    l = o.map((i, u) => {
      let c = s.get(i.id) ?? 0,
        m = i.load && { ...i.load, fill: i.load.fill + c * 1e3 },
        d = a.get(i.id);
      return d === void 0 || e.notes[u]?.done ? { ...i, load: m } : { ...i, load: m, first: d, last: d };
    });
  return { ...e, instance: { ...n, tasks: l } };
}
function Ou(e, { pieces: t }) {
  let r = new Set(t.map(({ task: o }) => o)),
    n = e.flatMap(({ id: o, load: a }) => (a && r.has(o) ? [a.fill] : []));
  return Math.max(0, new Set(t.map(({ deck: o }) => o)).size - St(n));
}
var Ss = 240,
  mo = { hours: 12, enough: 0.8, spare: 12 },
  $r = { soak: 0.02, weigh: 0.05, autolyse: 0.1, rest: 0.25 },
  ws = { least: 0.75, most: 1.5 },
  vu = 8,
  Tu = 12,
  po = class {
    constructor(t, r) {
      this.list = t;
      this.dough = r;
    }
    list;
    dough;
    add() {
      let { list: t, dough: r } = this,
        { bakehouse: n, tub: o } = t.input,
        { process: a } = r.formula.doc,
        { leavening: s, parts: l } = Ye(r.formula, r.scaled.split, n.vigour);
      if (s.culture === 0 && s.yeast === 0)
        return F(
          L('formulas', `${r.name} has nothing that makes it rise.`, 'Give it a pre-ferment or yeast.'),
        );
      for (let b of r.batches.flatMap(({ lots: x }) => x)) {
        let x = Lr(n.floor, r.formula.doc, { ...b, formula: r.slug });
        if (!x.ok) return F(...x.problems.map((k) => ({ ...k, problem: `${b.name}: ${k.problem}` })));
      }
      let i = this.bulkOf(s, a.ddt, 1);
      if (i.samples.every(({ wait: b }) => b === null))
        return F(
          this.cold
            ? L(
                'doughs',
                `In the cold ${r.name} does not rise enough in the time it may stay there.`,
                'Leave it in the room longer first.',
              )
            : L(
                'room',
                `In this room ${r.name} does not rise within three days.`,
                'Warm the room, or the dough.',
              ),
        );
      let u = l.filter(({ stage: b }) => b.kind !== 'old-dough'),
        c = u.find(({ stage: b }) => b.into === se) ?? null,
        m = c ? Ts(u, c) : [],
        d = c ? t.unit(r.key, r.name) : null,
        p = m.map((b) => this.feed(d ?? 0, b));
      m.slice(1).forEach((b, x) => this.ripens(b, p[x + 1] ?? 0, p[x] ?? 0));
      let h = r.batches.map((b) => {
          let x = `${r.key}.${b.n}`,
            k = t.actual(`${x}.mix`)?.temperature ?? a.ddt,
            S = this.paceOf(`${x}.mix`, b, s, k, i.folds),
            M = k === a.ddt && S === 1 ? i : this.bulkOf(s, k, S, i.folds.length),
            w = this.batch(d ?? t.unit(x, r.name), x, b, M, { ddt: k, pace: S });
          return (c && this.ripens(c, p[0] ?? 0, w.mix, 1 / r.batches.length), w);
        }),
        y = h.map(({ mix: b }) => b),
        f = m.map((b, x) => Os(b, p[x] ?? 0, x === 0 ? y : [p[x - 1] ?? 0], x === 0)),
        g = [...new Set(y.map((b) => t.tasks[b]?.batch ?? 0))];
      for (let b of u.filter((x) => !m.includes(x))) {
        let x = this.feed(t.unit(`${r.key}.${b.stage.slug}`, b.stage.name, g), b);
        for (let k of y) this.ripens(b, x, k, 1 / y.length);
        f.push(Os(b, x, y, !0));
      }
      for (let b of r.scaled.parts.filter(({ kind: x }) => !le(x))) this.soak(b, y, g);
      return $({
        key: r.key,
        name: r.name,
        leavening: s,
        preferments: f,
        batches: h,
        tub: o,
        bulk: a.bulk,
        mixing: r.programme.minutes / 60,
        gasKept: a.gasKept,
        proof: a.proof.rise,
        cold: this.cold,
        rests: this.rests,
      });
    }
    ripens({ ripeness: t, stands: r, leavening: n, stage: o }, a, s, l = 1) {
      let i = (b) => ut(b, r, n) * xe,
        [u, c] = [Math.ceil(i(t.earliest)), Math.floor(i(t.latest))],
        m = Math.max(u, Math.min(c, Math.round(i(t.best)))),
        d = this.list.between(u, m, Math.max(u, c)),
        { retarder: p, weights: h } = this.list.input.bakehouse.floor,
        y = this.dough.scaled.parts.find(({ slug: b }) => b === o.slug)?.build ?? 0,
        f = p !== null && r <= Math.max(vu, p.temperature),
        g = f ? this.list.use('retarder', y * l) : [];
      this.list.arc(a, s, [{ ...d, name: f ? 'cold' : '', holds: g }], h.preferment);
    }
    weighing(t) {
      let { weighBase: r, weighIngredient: n } = this.list.input.bakehouse.rates;
      return r + n * t;
    }
    feed(t, { stage: r }) {
      let n = this.dough.scaled.parts.find(({ slug: s }) => s === r.slug),
        o = (n?.lines.length ?? 1) + (n?.seed ? 1 : 0) + (n?.holds.length ?? 0),
        a = ft('feed', this.dough, null, r.name, n?.build ?? null);
      return this.list.task(t, a, `${this.dough.key}.${r.slug}`, this.weighing(o), 'mix');
    }
    soak(t, r, n) {
      let { list: o, dough: a } = this,
        s = `${a.key}.${t.slug}`,
        l = ft('soak', a, null, t.name, t.build),
        i = o.task(o.unit(s, t.name, n), l, s, this.weighing(t.lines.length), 'mix'),
        u = a.formula.doc.parts.find(({ slug: m }) => m === t.slug)?.hours ?? mo.hours,
        c = o.between(Math.ceil(u * mo.enough * xe), Math.round(u * xe), Math.floor((u + mo.spare) * xe));
      for (let m of r) o.arc(i, m, [c], $r.soak);
    }
    get stands() {
      let { doughs: t } = this.list.input.bakehouse.floor;
      return t.find(({ formula: r }) => r === this.dough.slug) ?? null;
    }
    get cold() {
      let { retarder: t } = this.list.input.bakehouse.floor,
        r = this.stands?.coldAfter ?? null;
      return t && r !== null ? { after: r / 60, around: t.temperature, most: t.most } : null;
    }
    get rests() {
      return this.list.input.bakehouse.floor.retarder?.temperature ?? null;
    }
    bulkAsk(t, r, n) {
      let { dough: o, cold: a } = this,
        { tub: s } = this.list.input,
        l = t ? t.dough / Ms(t, s.maxDough) : o.scaled.dough,
        { bulk: i } = o.formula.doc.process;
      return { leavening: r, mass: l, ddt: n, mixing: o.programme.minutes / 60, tub: s, bulk: i, cold: a };
    }
    paceOf(t, r, n, o, a) {
      let { frame: s, input: l } = this.list,
        i = this.list.actual(t);
      if (!i?.seen || i.end === null || i.seen.at <= i.end) return 1;
      let u = { ...this.bulkAsk(r, n, o), folds: a },
        { phase: c } = Ye(this.dough.formula, this.dough.scaled.split, n.vigour),
        m = { kind: 'tub', length: l.tub.length, width: l.tub.width, height: 1 },
        d = lo(m, u.mass, i.seen.height, c);
      return ps(u, s.room, (i.end - s.origin) / 300, (i.seen.at - i.end) / 3600, d);
    }
    bulkOf(t, r, n, o = 1 / 0) {
      let { dough: a, cold: s } = this,
        { room: l } = this.list.frame,
        { process: i } = a.formula.doc,
        u = { ...t, modifier: t.modifier * n, lactic: 0 },
        c = this.bulkAsk(a.batches[0], u, r),
        m = i.folds.every / 60,
        d = this.stands?.folds ?? [],
        p =
          d.length > 0
            ? d
                .map(({ by: b, at: x }) => ({ rise: b === 'rise' ? x : (x / 100) * i.bulk.best }))
                .sort((b, x) => b.rise - x.rise)
            : Array.from({ length: i.folds.count }, (b, x) => ({ hours: (x + 1) * m })).filter(
                ({ hours: b }) => b <= (s?.after ?? 1 / 0),
              ),
        h = io({ ...c, folds: p.slice(0, o) }, l),
        y = Math.min(...h.samples.map(({ wait: b }) => b?.[0] ?? 1 / 0)),
        f = d.length > 0 ? 2 : (m / 3) * xe + 2,
        g = p.slice(0, o).filter((b, x) => h.folded[x]?.every(({ slots: k }) => k !== null && k + f <= y));
      return { ...(g.length === h.folded.length ? h : io({ ...c, folds: g }, l)), folds: g, leavening: u };
    }
    batch(t, r, n, o, a) {
      let { list: s, dough: l } = this,
        { rates: i, floor: u } = s.input.bakehouse,
        { folds: c } = l.formula.doc.process,
        m = (U) => ft(U, l, n.n, l.name, n.dough),
        d = n.lots.reduce((U, X) => U + X.pieces, 0),
        { lines: p, holds: h } = l.scaled.finalMix,
        y = Ms(n, s.input.tub.maxDough),
        f = s.task(t, m('mix'), `${r}.mix`, Ss + l.programme.minutes * 60, 'mix', {
          uses: s.use(l.mixer.slug, 1),
        }),
        g = s.task(t, m('weigh'), `${r}.weigh`, this.weighing(p.length + h.length), 'mix'),
        b = this.autolyse(t, r, m('autolyse'), f, y);
      s.arc(g, b ?? f, [s.between(0, 0, 3 * xe)], $r.weigh);
      let k = (this.stands?.folds.length ?? 0) > 0 ? 1 : Math.max(1, Math.floor(c.every / 5 / 3)),
        S = o.folded.map((U, X) => {
          let K = y * i.foldBase + n.dough * i.foldKilogram,
            te = s.task(t, m('fold'), `${r}.fold-${X + 1}`, K, 'mix', { two: !0 }),
            z = U.map(({ at: yt, slots: bt }) => {
              let Xe = Math.round(bt ?? 0);
              return { at: yt, wait: bt === null ? null : [Xe - k, Xe, Xe + k] };
            }),
            Ut = { name: '', tables: [s.table(Pr(z, s.frame.room))], holds: [], cost: 0 };
          return (s.arc(f, te, [Ut], u.weights.dough / 4), te);
        }),
        M = d * (i.divide + i.preshape),
        w = s.task(t, m('divide'), `${r}.divide`, M, 'shape', { two: !0, bench: !0 }),
        { cold: T } = this,
        D = {
          name: T ? 'cold' : 'room',
          tables: [s.table(Pr(o.samples, s.frame.room))],
          holds: [...s.use('tubs', y), ...(T ? s.use('retarder', n.dough) : [])],
          cost: 0,
        },
        { turns: R, hours: C } = this.turns(t, r, n, m, w);
      s.arc(f, R[0] ?? w, [D], u.weights.dough, !0);
      let N = { hours: C, around: this.rests },
        H = gs(s, { unit: t, id: r, dough: l, batch: n, bulk: o, divide: w, turned: N });
      return { n: n.n, dough: n.dough, ...a, tubs: y, mix: f, folds: S, turns: R, divide: w, strands: H };
    }
    autolyse(t, r, n, o, a) {
      let { list: s, dough: l } = this,
        i = l.formula.doc.steps.find(({ kind: d, minutes: p }) => d === 'autolyse' && p !== null);
      if (!i?.minutes) return null;
      let u = (d) => ((i.minutes ?? 0) * d) / 5,
        c = s.task(t, n, `${r}.autolyse`, Ss, 'mix', { uses: s.use(l.mixer.slug, 1) }),
        m = s.between(Math.ceil(u(ws.least)), Math.round(u(1)), Math.ceil(u(ws.most)));
      return (s.arc(c, o, [{ ...m, holds: s.use('tubs', a) }], $r.autolyse), c);
    }
    turns(t, r, n, o, a) {
      let { list: s } = this,
        l = this.stands?.turns ?? null;
      if (!l) return { turns: [], hours: 0 };
      let { rates: i } = s.input.bakehouse,
        u = i.turnBase + i.turnKilogram * n.dough,
        c = Array.from({ length: l.count + 1 }, (p, h) => {
          let [y, f] = h === 0 ? ['lock-in', 'lock-in'] : ['turn', `turn-${h}`];
          return s.task(t, o(y), `${r}.${f}`, u, 'shape', { two: !0, bench: !0 });
        }),
        m = Math.ceil(l.rest / 5),
        d = { ...s.between(m, m, m + Tu), name: 'cold', holds: s.use('retarder', n.dough) };
      return (
        c.forEach((p, h) => s.arc(p, c[h + 1] ?? a, [d], $r.rest)),
        { turns: c, hours: (c.length * (u + l.rest * 60)) / 3600 }
      );
    }
  },
  Ms = (e, t) => Math.max(1, Math.ceil(e.dough / t - 1e-9));
function Ts(e, t) {
  let r = e.find(({ stage: n }) => n.into === t.stage.slug);
  return [t, ...(r ? Ts(e, r) : [])];
}
function Os(e, t, r, n) {
  let { share: o, flourShare: a, culture: s, yeast: l, leavening: i, ripeness: u, stands: c } = e;
  return {
    name: e.stage.name,
    task: t,
    into: r,
    leavening: i,
    ripeness: u,
    stands: c,
    inDough: n ? { share: o, flourShare: a, culture: s, yeast: l } : null,
  };
}
var Ru = {
  feed: 'make',
  soak: 'soak',
  weigh: 'weigh',
  autolyse: 'wet the flour of',
  mix: 'mix',
  fold: 'fold',
  'lock-in': 'lock the fat into',
  turn: 'turn',
  divide: 'divide',
  shape: 'shape',
  pan: 'set down the pan of water for',
  load: 'load',
  look: 'look at',
  out: 'take out',
  pack: 'pack',
};
function Rs({ notes: e }, t) {
  let r = e[t];
  if (!r) return 'a task';
  let n = r.pieces === null ? r.name : `${r.pieces} ${r.name}`;
  return `${Ru[r.kind]} ${n}`;
}
var Ds = (e) => (e === 'dm' ? { unit: 'm', parts: 10 } : { unit: e, parts: 1 });
function Ls(e, t, r) {
  let { models: n, doughs: o, instance: a } = e;
  return n.flatMap((s) => {
    let l = o.find(({ key: d }) => d === s.key);
    if (!l) return [];
    let { doc: i } = l.formula,
      { phase: u } = Ye(l.formula, l.scaled.split, s.leavening.vigour),
      c = nn(rn(l.formula)),
      m = i.type === 'rye' ? yr.rye : yr.strongWheat;
    return s.batches.flatMap((d) => {
      let p = t.batches.find((k) => k.dough === s.key && k.batch === d.n),
        [h, y] = [r.tasks[d.mix], r.tasks[mt(d)]];
      if (!p || !h || !y) return [];
      let f = d.dough / d.tubs,
        g = { kind: 'tub', length: s.tub.length, width: s.tub.width, height: 1 },
        b = Ar(g, f, p.bulk.at(-1)?.rise ?? 0, m, u),
        x = (k) => a.origin + k * 300;
      return [
        {
          key: s.key,
          dough: s.name,
          batch: d.n,
          batches: s.batches.length,
          tubs: d.tubs,
          mass: f,
          mixed: x(Q(a, d.mix, h)),
          over: x(y.start),
          laminated: d.turns.length > 0,
          start: b.start,
          height: b.target,
          allergens: c,
          pieces: d.strands.map(({ product: k, pieces: S, mass: M }) => ({
            name: i.products.find(({ slug: w }) => w === k)?.name ?? k,
            pieces: S,
            mass: M,
          })),
        },
      ];
    });
  });
}
var As = {
  hearth: {
    colour: 'deep chestnut, darker along the cut',
    knock: 'hollow all over when its bottom is knocked',
  },
  baguette: { colour: 'golden brown, its tips darker', knock: 'hollow and light when its bottom is knocked' },
  durum: { colour: 'amber', knock: 'hollow when its bottom is knocked' },
  tin: { colour: 'brown on top, and golden at the sides out of the tin', knock: 'hollow out of the tin' },
  enriched: { colour: 'even chestnut without pale sides', knock: 'springs back when it is pressed' },
  laminated: { colour: 'deep golden, dry between its layers', knock: 'light in the hand for its size' },
  rye: { colour: 'dark brown', knock: 'firm, and dull rather than hollow' },
  rolls: { colour: 'golden', knock: 'light, and hollow when its bottom is knocked' },
};
function ht({ tasks: e, origin: t, reheat: r }, n) {
  let o = e
      .flatMap(({ load: s }, l) => {
        let i = n.tasks[l];
        return s && i ? [{ index: l, start: i.start, end: i.start + s.slots }] : [];
      })
      .sort((s, l) => s.start - l.start),
    a = -1 / 0;
  return o.flatMap(({ index: s, start: l, end: i }) => {
    let u = l - a >= r;
    return ((a = Math.max(a, i)), u ? [{ from: t + (l - r) * 300, to: t + l * 300, load: s }] : []);
  });
}
function Fs(e, t, r, n, o) {
  let a = [...new Set(n.map(({ deck: m }) => m))],
    s = o.filter((m) => !a.includes(m)),
    l = a.map((m) => (o.includes(m) ? m : s.shift())),
    i = l.flatMap((m) => m ?? []);
  if (i.length < a.length) return null;
  let u = t.flatMap(({ outline: m, spacing: d, count: p }, h) =>
      n
        .filter(({ task: y }) => y === r[h])
        .slice(0, p)
        .map(({ deck: y, x: f, y: g, turned: b }) => ({
          lot: h,
          deck: l[a.indexOf(y)] ?? y,
          outline: m,
          spacing: d,
          spot: { x: f, y: g, turned: b },
        })),
    ),
    c = (m) => u.filter((d) => d.deck === m);
  for (let [m, { outline: d, spacing: p, count: h }] of t.entries())
    for (let y = h - u.filter((f) => f.lot === m).length; y > 0; y -= 1) {
      let [f] = i.flatMap((g) =>
        [!1, !0].flatMap((b) => {
          let x = jr(e, c(g), { outline: d, spacing: p, spot: { x: 0, y: 0, turned: b } });
          return x ? [{ deck: g, spot: x }] : [];
        }),
      );
      if (!f) return null;
      u.push({ lot: m, outline: d, spacing: p, ...f });
    }
  return i.every((m) => Gr(e, c(m)))
    ? i.map((m) => ({
        deck: m,
        pieces: t.flatMap((d, p) => {
          let h = c(m).flatMap((y) => (y.lot === p ? [y.spot] : []));
          return h.length > 0 ? [{ lot: p, spots: h }] : [];
        }),
      }))
    : null;
}
var Du = 300,
  Lu = 0.15;
function Is(e, t, r, n) {
  let { floor: o } = e.bakehouse,
    a = Fu(Au(e, t, r, n), e, t),
    s = ht(t.instance, r),
    l = o.oven.shared ? Es(e, t, a, s, null) : null,
    i = Array.from({ length: o.oven.decks }, (p, h) =>
      l && h > 0 ? { ...l, short: [], hot: [], heated: 0 } : (l ?? Es(e, t, a, s, h)),
    ),
    { hotSide: u, steam: c, stone: m, fan: d } = o.oven;
  return {
    floor: pt(o),
    hotSide: u,
    steam: c,
    stone: m,
    fan: d,
    loads: a,
    decks: i,
    heatings: s,
    heated: i.reduce((p, { heated: h }) => p + h, 0),
  };
}
function Au(e, t, r, n) {
  let { instance: o, models: a, doughs: s } = t,
    { floor: l } = e.bakehouse,
    i = new Map(e.actuals.map(({ task: c, longer: m = 0 }) => [c, m])),
    u = new Map();
  for (let c of a) {
    let m = s.find(({ key: h }) => h === c.key);
    if (!m) continue;
    let { doc: d } = m.formula,
      { bake: p } = d.process;
    for (let h of c.batches)
      for (let [y, f] of h.strands.entries()) {
        let [g, b, x] = [f.load, f.out, f.pack].map((N) => r.tasks[N]),
          k = o.tasks[f.load]?.load;
        if (!g || !b || !k) continue;
        let S = (N) => o.origin + N * 300,
          M = n.batches.find((N) => N.dough === c.key && N.batch === h.n)?.strands[y],
          w = Dr(l, d, { formula: m.slug, product: f.product, pieces: f.pieces, scaledWeight: f.mass }),
          T = d.products.find(({ slug: N }) => N === f.product),
          D = {
            load: f.load,
            out: f.out,
            pieces: f.pieces,
            holder: w.holder,
            held: w.count,
            outline: w.outline,
            spacing: w.spacing,
            name: T?.name ?? f.product,
            inAt: S(Q(o, f.load, g)),
            outAt: S(b.start),
            profile: We(p, f.mass, i.get(o.tasks[f.load]?.id ?? '') ?? 0),
            core: so(d, w.holder !== null),
            from: M?.at(-1)?.temperature ?? d.process.ddt,
            dough: f.pieces * f.mass,
            loss: qe(d, f.product),
            signs: As[d.type],
            rests: d.type === 'rye',
            coolAt:
              S(b.start) + Bt(d, { product: f.product, scaledWeight: f.mass }, t.frame.room.warmest) * 3600,
            packAt: x ? S(x.start) : null,
            racks: l.racks ? (f.pieces * f.mass) / l.racks.bread : null,
            lye: T?.extras.some(({ use: N, ingredient: H }) => N === 'bath' && /lye/.test(H)) ?? !1,
          },
          R = `${k.profile} ${g.start} ${k.slots}`,
          C = u.get(R);
        u.set(R, {
          at: S(g.start),
          until: S(g.start + k.slots),
          loadAt: p.loadAt,
          items: [...(C?.items ?? []), D],
          lots: [...(C?.lots ?? []), w],
        });
      }
  }
  return [...u.values()].sort((c, m) => c.at - m.at);
}
function Fu(e, t, { instance: r }) {
  let { floor: n } = t.bakehouse,
    o = Array.from({ length: n.oven.decks }, (a, s) => ({ deck: s, until: -1 / 0, heat: 0 }));
  return e.map(({ lots: a, ...s }) => {
    let l = (S) => (S - r.origin) / 300,
      i = ({ until: S, heat: M }) => _t(Mr(r.stones, r.reheat, { until: l(S), heat: M }, l(s.at), s.loadAt)),
      u = o
        .filter(({ until: S }) => S <= s.at)
        .sort((S, M) => i(S) - i(M) || M.until - S.until || S.deck - M.deck),
      [c] = s.items,
      m = s.items.map((S) => r.tasks[S.load]?.id ?? ''),
      d = t.stands.find(({ task: S }) => m.includes(S)),
      p = [...new Set(d?.decks)].flatMap((S) => u.find((M) => M.deck === S) ?? []),
      h = [...p, ...u.filter((S) => !p.includes(S))].map(({ deck: S }) => S),
      y = t.stands.flatMap(({ pieces: S }) => S.filter(({ task: M }) => m.includes(M))),
      f = y.length > 0 ? Fs(pt(n), a, m, y, h) : null,
      g = f ? null : Br(pt(n), a, h.length),
      b = g?.ok ? g.value : { decks: [], left: a.map(({ count: S }) => S) },
      x = f ?? b.decks.map((S, M) => ({ deck: h[M] ?? 0, pieces: S })),
      k = (c && Se(c.profile, c.profile.minutes).bottom) ?? s.loadAt;
    for (let S of o) x.some(({ deck: M }) => M === S.deck) && ([S.until, S.heat] = [s.until, k]);
    return {
      ...s,
      decks: x.toSorted((S, M) => S.deck - M.deck),
      order: x.map(({ deck: S }) => S),
      left: f ? a.map(() => 0) : b.left,
      byHand: f ? 'yes' : y.length > 0 ? 'lost' : 'no',
    };
  });
}
var Ps = ({ items: e }) => Math.max(...e.map(({ outAt: t }) => t));
function Es(e, { frame: t, instance: r }, n, o, a) {
  let { floor: s } = e.bakehouse,
    l = Ve(s),
    i = { ...l, area: l.area * (a === null ? s.oven.decks : 1) },
    u = n.flatMap((w, T) => {
      let D = w.decks.filter((R) => a === null || R.deck === a);
      return D.length > 0 ? [{ ...w, index: T, pieces: D.flatMap(({ pieces: R }) => R) }] : [];
    }),
    [c, m] = [u[0], u.at(-1)];
  if (!c || !m) return { course: [], sets: [], short: [], hot: [], heated: 0 };
  let d = t.room.at(0),
    p = r.reheat * 300,
    h = [];
  (u.forEach((w, T) => {
    let D = u[T - 1];
    if (!D || w.at - D.until >= p) {
      D && h.push({ at: D.until, celsius: null });
      let C = o.findLast(({ to: N }) => N <= w.at);
      h.push({ at: D ? w.at - p : (C?.from ?? w.at - p), celsius: w.loadAt });
    } else h.push({ at: Ps(D), celsius: w.loadAt });
    let [R] = w.items;
    R && h.push(...Yt(R.profile, w.at).slice(1));
  }),
    h.sort((w, T) => w.at - T.at),
    h.push({ at: Math.max(...u.map(Ps)), celsius: null }));
  let y = u.flatMap((w) =>
      w.pieces.flatMap(({ lot: T, spots: D }) => {
        let R = w.items[T];
        if (!R) return [];
        let [C, N] = [D.length / R.held, R.core[1]],
          {
            profile: { minutes: H, steam: U },
            from: X,
            loss: K,
          } = R,
          te = U > 0 && !['none', 'lid'].includes(s.oven.steam) ? Lu * l.area * C : 0;
        return [{ at: w.at, minutes: H, from: X, core: N, loss: K, steam: te, dough: R.dough * C }];
      }),
    ),
    f = (h[0]?.at ?? c.at) - Du,
    g = zt(i, d, d, h, y, f, m.until + 1800);
  if (!g.ok) return { course: [], sets: [], short: [], hot: [], heated: 0 };
  let b = (w) => g.value.course.findLast((T) => T.at <= w)?.celsius ?? d,
    x = u.map((w) => ({ load: w.index, at: w.at, wanted: w.loadAt, celsius: b(w.at) })),
    k = x
      .filter(({ celsius: w, wanted: T }) => w < T - Ee.colder)
      .map(({ load: w, at: T, wanted: D, celsius: R }) => ({
        load: w,
        celsius: R,
        hotAt: Vt(g.value, D - Ee.colder, T),
      })),
    S = x
      .filter(({ celsius: w, wanted: T }) => w > T + Ee.hotter)
      .map(({ load: w, at: T, wanted: D, celsius: R }) => ({
        load: w,
        celsius: R,
        coolAt: T + Ot(i, d, R, D + Ee.hotter),
      }));
  return {
    course: g.value.course.filter((w, T, D) => T % 10 === 0 || T === D.length - 1),
    sets: h,
    short: k,
    hot: S,
    heated: g.value.heated,
  };
}
var Pu = {
    'built-in': { give: 'steam', given: 'steam was given', end: 'let the steam out' },
    pan: { give: 'water into the pan', given: 'steam was given', end: 'let the steam out' },
    spray: { give: 'spray loaves and walls', given: 'it was sprayed', end: 'let the steam out' },
    ice: { give: 'ice into the oven', given: 'ice is in', end: 'let the steam out' },
    lid: { give: 'lids on', given: 'lids are on', end: 'take the lids off' },
  },
  Eu = ({ top: e, bottom: t, fan: r }, n = (o) => `${G(o, 0)} \xB0C`) =>
    `top ${e === null ? 'off' : n(e)}, bottom ${t === null ? 'off' : n(t)}${r > 0 ? `, fan ${G(r, 0)} %` : ''}`;
function $s(e, t, r) {
  let { instance: n, models: o, doughs: a } = t,
    { steam: s } = e.bakehouse.floor.oven,
    l = [],
    i = (c) => {
      let m = r.tasks[c];
      return m ? n.origin + m.start * 300 : null;
    },
    u = (c, m, d, p, h = null) => {
      let y = i(c);
      if (y === null) return;
      let f = y + Math.round(p * 60),
        g = m === 'heat' ? 'the timer' : $u(t, r, c, f);
      l.push({ at: f, task: c, kind: m, what: d, confirm: h, who: g });
    };
  for (let { from: c, to: m, load: d } of ht(n, r))
    u(d, 'heat', 'oven heats up from here, by its timer', (c - m) / 60);
  for (let c of o) {
    let m = a.find(({ key: y }) => y === c.key);
    if (!m) continue;
    let { process: d, steps: p } = m.formula.doc,
      h = Iu(m.programme.bouts);
    for (let { mix: y, strands: f, ...g } of c.batches) {
      let b = r.tasks[y];
      if (!b) continue;
      let x = (Q(n, y, b) - b.start) * (300 / 60) - m.programme.minutes,
        k = x + m.programme.minutes;
      m.scaled.finalMix.lines.some(({ ingredient: M }) => M.kind === 'salt') &&
        u(y, 'salt', 'salt goes in', x + h, 'salt is in');
      for (let { name: M } of p.filter(({ kind: w }) => w === 'hold-back')) {
        let w = `${M.charAt(0).toLowerCase()}${M.slice(1)}`;
        u(y, 'water', `${w} goes in`, k, `${w} is in`);
      }
      let S = i(mt(g));
      c.cold && S !== null && u(y, 'cold', 'tub goes into the cold', k + c.cold.after * 60);
      for (let { load: M, out: w, proof: T, ways: D, mass: R } of f) {
        let [C, N] = [i(M), i(w)];
        if (C === null || N === null) continue;
        for (let { atLast: K } of D[r.ways[T] ?? 0] ?? [])
          K !== null && u(M, 'warm', 'pieces come out of the cold', -K * 60);
        let H = (N - C) / 60,
          U = We(d.bake, R),
          X = Math.min(H, U.steam);
        if (X > 0 && s !== 'none') {
          let { give: K, given: te, end: z } = Pu[s];
          (u(M, 'steam', K, 0, te), X < H && u(M, 'vent', z, X));
        }
        for (let K of U.stages) u(M, 'set', Eu(K), K.from);
      }
    }
  }
  return l.sort((c, m) => c.at - m.at || c.task - m.task);
}
function Iu(e) {
  let t = 0;
  for (let r of e) {
    if (/salt/i.test(r.add)) return t;
    t += r.minutes;
  }
  return 0;
}
function $u({ instance: e }, t, r, n) {
  let o = (n - e.origin) / 300,
    a = e.tasks[r]?.skill ?? null,
    s = t.tasks[r]?.people ?? [],
    l = (c) =>
      t.tasks.some((m, d) => m !== null && d !== r && m.people.includes(c) && m.start <= o && o < Q(e, d, m)),
    i = e.people.flatMap(({ skills: c, free: m }, d) =>
      a !== null && (c >> a) & 1 && m.some(([p, h]) => p <= o && o < h) && !l(d) ? [d] : [],
    ),
    u = i.find((c) => s.includes(c)) ?? i[0];
  return u === void 0 ? null : (e.people[u]?.name ?? null);
}
function Cs(e, t, r) {
  let { instance: n, notes: o } = t;
  return n.tasks
    .flatMap(({ id: a }, s) => {
      let [l, i] = [r.tasks[s], o[s]];
      if (!l || !i) return [];
      let u = n.origin + l.start * 300,
        { date: c, time: m } = je(u, e.bakehouse.zone);
      return [
        {
          index: s,
          id: a,
          note: i,
          start: u,
          what: Rs(t, s),
          end: n.origin + Q(n, s, l) * 300,
          local: `${c} ${m}`,
          people: l.people.map((d) => n.people[d]?.name ?? 'nobody'),
        },
      ];
    })
    .sort((a, s) => a.start - s.start || a.index - s.index);
}
var ho = 1 / 1.1,
  Cu = 900;
function _s(e, t, r, n, o) {
  let { instance: a, models: s, notes: l } = t,
    i = new Set(e.pins.map(({ task: f }) => f)),
    u = _u(a, r),
    c = new Map(s.map(({ key: f }, g) => [f, g])),
    m = Cs(e, t, r).map((f) => ({
      ...f,
      row: c.get(l[f.index]?.dough ?? '') ?? 0,
      window: u[f.index] ?? null,
      pinned: i.has(f.id),
    })),
    d = s.map((f) => {
      let g = f.preferments.flatMap(({ task: b }) => {
        let x = o.preferments.find((k) => k.task === b)?.course ?? [];
        return yo(x, (l[b]?.mass ?? 1) * ho, null, 0, 1);
      });
      for (let b of f.batches) {
        let x = o.batches.find((S) => S.dough === f.key && S.batch === b.n);
        if (!x) continue;
        let k = [b.n, f.batches.length];
        (g.push(...yo([x.mixed, ...x.bulk, ...x.turned], b.dough * ho, k[0], 0, 1)),
          x.strands.forEach((S, M) => {
            let w = b.strands[M];
            w && g.push(...yo(S, w.pieces * w.mass * ho, k[0], M, x.strands.length));
          }));
      }
      return { key: f.key, name: f.name, ribbons: g };
    }),
    p = Nu(t, r),
    [h] = p,
    y = p.at(-1)?.used.filter((f) => f > 0).length ?? 0;
  return {
    origin: a.origin,
    slots: a.slots,
    rows: d,
    tasks: m,
    strips: p,
    heating: ht(a, r),
    cost: n,
    firstHands: m[0]?.start ?? a.origin,
    lastDrop: Math.max(
      ...t.doughs.flatMap(({ batches: f }) => f.flatMap(({ lots: g }) => g.map(({ drop: b }) => b))),
    ),
    handsAtPeak: Math.max(0, ...(h?.used ?? [])),
    ovenHours: (y + vr(a, r)) / 12,
  };
}
function yo(e, t, r, n, o) {
  let a = [];
  return (
    e.forEach(({ at: s, rise: l, temperature: i }, u) => {
      let c = a.at(-1),
        m = Math.abs((e[u - 1]?.rise ?? l) - l) > 0.03 || u === e.length - 1;
      (c && s - c.at < Cu && !m) || a.push({ at: s, litres: t * (1 + Math.max(0, l)), temperature: i });
    }),
    a.length > 1 ? [{ batch: r, strand: n, strands: o, points: a }] : []
  );
}
function _u(e, t) {
  let r = Or(e, t),
    n = e.tasks.map(() => {});
  return (
    e.arcs.forEach((o, a) => {
      let s = t.tasks[o.from],
        l = o.ways[t.ways[a] ?? 0];
      if (!s || !l) return;
      let i = Q(e, o.from, s),
        u = dt(e, l, r[o.from] ?? 0, i);
      if (!u) return;
      let c = (p) => e.origin + (i + p) * 300,
        m = { earliest: c(u.earliest), best: c(u.best), latest: c(u.latest) },
        d = n[o.to];
      (!d || m.latest - m.earliest < d.latest - d.earliest) && (n[o.to] = m);
    }),
    n
  );
}
function Nu({ instance: e }, t) {
  let r = () => new Array(e.slots).fill(0),
    n = (u, c, m, d) => {
      for (let p = Math.max(0, c); p < Math.min(m, e.slots); p += 1) u[p] = (u[p] ?? 0) + d;
    },
    o = { name: 'hands', unit: '', used: r(), there: r() },
    a = e.resources.map(r),
    s = new Map();
  for (let { free: u } of e.people) for (let [c, m] of u) n(o.there, c, m, 1);
  (e.tasks.forEach((u, c) => {
    let m = t.tasks[c];
    if (!m) return;
    let d = Q(e, c, m);
    n(o.used, m.start, d, m.people.length);
    for (let { resource: y, amount: f } of u.modes[m.mode]?.uses ?? []) n(a[y] ?? [], m.start, d, f);
    if (!u.load) return;
    let p = `${u.load.profile} ${m.start} ${u.load.slots}`,
      h = s.get(p);
    s.set(p, { fill: (h?.fill ?? 0) + u.load.fill, start: m.start, end: m.start + u.load.slots });
  }),
    e.arcs.forEach((u, c) => {
      let [m, d] = [t.tasks[u.from], t.tasks[u.to]];
      if (!m || !d) return;
      let p = Q(e, u.from, m);
      for (let { resource: h, amount: y } of u.ways[t.ways[c] ?? 0]?.holds ?? [])
        n(a[h] ?? [], p, d.start, y);
    }));
  let l = { name: 'decks', unit: '', used: r(), there: r().map(() => e.decks) };
  for (let { fill: u, start: c, end: m } of s.values()) n(l.used, c, m, Math.ceil(u / 1e3));
  let i = e.resources.map(({ name: u, unit: c, capacity: m }, d) => {
    let { unit: p, parts: h } = Ds(c);
    return { name: u, unit: p, used: (a[d] ?? []).map((y) => y / h), there: r().map(() => m / h) };
  });
  return [o, ...i.filter((u) => u.used.some((c) => c > 0)), l];
}
function bo(e, t, r, n) {
  let { instance: o, models: a, frame: s } = t,
    l = oo(a, o, s.room, r),
    u = r.tasks.every((c) => c !== null) ? ro(o, r) : null;
  return {
    input: e,
    schedule: r,
    view: _s(e, t, r, u, l),
    people: o.people.map(({ name: c }) => c),
    labels: Ls(t, l, r),
    reminders: $s(e, t, r),
    oven: n ? Is(e, t, r, l) : null,
  };
}
function ub(e, t) {
  let r = Rr.parse(e),
    n = fo(r);
  if (!n.ok) throw new Error(JSON.stringify(n.problems));
  let { input: o, schedule: a, ...s } = bo(r, n.value, t, !0);
  return { input: r, shown: s };
}
var Ns = {
    feed: 'feed',
    weigh: 'weigh',
    mix: 'mix',
    fold: 'fold',
    divide: 'divide',
    shape: 'shape',
    load: 'load',
    out: 'out',
    pack: 'pack',
  },
  Wu = {
    feed: 'make',
    weigh: 'weigh',
    mix: 'mix',
    fold: 'fold',
    divide: 'divide',
    shape: 'shape',
    load: 'load',
    out: 'take out',
    pack: 'pack',
  };
function cb(e) {
  let t = Wa.parse(Ha(e)),
    r = Jn(t);
  if (!r.ok) throw new Error(JSON.stringify(r.problems));
  return { input: Hu(t), shown: Bu(t, r.value) };
}
function Hu({ order: e, formula: t, bakehouse: r, mixer: n, tub: o }) {
  return Rr.parse({
    schema: 1,
    date: e.dispatch.date,
    bakehouse: r,
    mixers: [n],
    tub: o,
    formulas: [{ slug: e.formula, formula: t }],
    demand: e.order.map((a) => ({ formula: e.formula, ...a, drop: e.dispatch.time })),
  });
}
function Bu(e, t) {
  let { zone: r } = e.bakehouse,
    n = e.formula.doc.name,
    o = e.order.formula,
    a = (d) =>
      d.map(({ at: p, volume: h, temperature: y }) => ({ at: Math.round(p), litres: h, temperature: y })),
    s = (d) => Math.round(d.at + d.hands * 60),
    l = t.steps
      .filter((d) => d.key in Ns)
      .map((d, p) => {
        let { date: h, time: y } = je(d.at, r),
          f = Ns[d.key] ?? 'mix',
          g = f === 'feed' ? t.leaven.stage.name : n;
        return {
          index: p,
          id: `${o}.1.${d.id}`,
          note: {
            kind: f,
            dough: o,
            batch: f === 'feed' ? null : 1,
            name: g,
            mass: t.scaled.dough,
            pieces: ['shape', 'load', 'out', 'pack'].includes(f) ? t.dough.pieces : null,
            done: !1,
          },
          what: `${Wu[d.key]} ${g}`,
          start: Math.round(d.at),
          end: s(d),
          local: `${h} ${y}`,
          people: [],
          row: 0,
          window: { earliest: Math.round(d.earliest), best: Math.round(d.at), latest: Math.round(d.latest) },
          pinned: !1,
        };
      }),
    i = Math.floor((t.steps[0]?.at ?? t.dispatch) / 3600) * 3600,
    u = t.steps.find((d) => d.key === 'preheat')?.at ?? t.dispatch,
    c = l.find((d) => d.note.kind === 'load');
  return {
    view: {
      origin: i,
      slots: Math.ceil((t.dispatch - i) / 300) + 1,
      rows: [
        {
          key: o,
          name: n,
          ribbons: [
            { batch: null, strand: 0, strands: 1, points: a(t.ribbon.levain) },
            { batch: 1, strand: 0, strands: 1, points: a(t.ribbon.dough) },
          ],
        },
      ],
      tasks: l,
      strips: [],
      heating: c ? [{ from: Math.round(u), to: c.start, load: c.index }] : [],
      cost: null,
      firstHands: l[0]?.start ?? i,
      lastDrop: t.dispatch,
      handsAtPeak: 1,
      ovenHours: t.dough.bakeHours,
    },
    people: [],
    labels: [],
    reminders: [],
    oven: null,
    pieces: t.dough.pieces,
    dough: t.scaled.dough,
    water: t.water.balance.temperature,
  };
}
export { ub as shownOfDay, cb as shownOfDough };
