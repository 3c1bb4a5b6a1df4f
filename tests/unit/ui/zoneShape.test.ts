import { expect } from 'chai';
import { polygonArea, polygonContains } from 'd3-polygon';
import { SIDES, ZONES } from '../../../src/core/zones/index.js';
import {
	DESK_MAP,
	mapBox,
	outlineAt,
	PHONE_MAP,
	STATION_AT,
	STRIP,
	STRIP_LENGTH,
	zoneCentre,
	zonePath,
	type Layout
} from '../../../src/lib/ui/strip/zoneShape.js';

const LAYOUTS: readonly (readonly [string, Layout])[] = [
	['strip', STRIP],
	['phone', PHONE_MAP],
	['desk', DESK_MAP]
];
const corners = (path: string): [number, number][] =>
	(path.match(/-?\d+\.\d+ -?\d+\.\d+/g) ?? []).map((p) => p.split(' ').map(Number) as [number, number]);

describe('the map of zones, drawn', () => {
	for (const [name, layout] of LAYOUTS) {
		it(`${name}: zones of one side cover its half of the back once, without gap or overlap`, () => {
			const back = ZONES.filter((z) => z.row !== 'girth');
			const areas = back.map((z) => Math.abs(polygonArea(corners(zonePath(z.id, 'near', layout)))));
			let whole = 0;
			for (let s = 0; s < STRIP_LENGTH; s++) whole += outlineAt(s + 0.5) * layout.alongScale * layout.acrossScale;
			expect(areas.reduce((a, b) => a + b, 0) / whole).to.be.closeTo(1, 0.01);
		});

		it(`${name}: every zone holds its own middle and no other's`, () => {
			for (const side of SIDES)
				for (const zone of ZONES) {
					const c = zoneCentre(zone.id, side, layout);
					const holders = ZONES.filter((z) => polygonContains(corners(zonePath(z.id, side, layout)), [c.x, c.y]));
					expect(
						holders.map((z) => z.id),
						`${zone.id} ${side}`
					).to.deep.equal([zone.id]);
				}
		});

		it(`${name}: stays within its box`, () => {
			const [x, y, w, h] = mapBox(layout);
			for (const side of SIDES)
				for (const zone of ZONES)
					for (const [px, py] of corners(zonePath(zone.id, side, layout))) {
						expect(px).to.be.within(x, x + w);
						expect(py).to.be.within(y, y + h);
					}
		});
	}

	it('lays the near side below when the head points left, and left when it points up', () => {
		expect(zoneCentre('pocket', 'near', STRIP).y).to.be.above(0);
		expect(zoneCentre('pocket', 'off', STRIP).y).to.be.below(0);
		expect(zoneCentre('pocket', 'near', PHONE_MAP).x).to.be.below(0);
	});

	it('leaves no target on a phone under 24 px either way (WCAG 2.2, 2.5.8)', () => {
		const px = 366 / mapBox(PHONE_MAP)[2];
		for (const zone of ZONES) {
			const c = corners(zonePath(zone.id, 'near', PHONE_MAP));
			const span = (i: 0 | 1) => Math.max(...c.map((p) => p[i])) - Math.min(...c.map((p) => p[i]));
			expect(span(0) * px, zone.id).to.be.at.least(24);
			expect(span(1) * px, zone.id).to.be.at.least(24);
		}
	});

	it('puts every cut into the zone that it tells of', () => {
		for (const zone of ZONES) {
			if (!zone.station) continue;
			const xs = corners(zonePath(zone.id, 'near', STRIP)).map((p) => p[0]);
			expect(STATION_AT[zone.station]).to.be.within(Math.min(...xs), Math.max(...xs));
		}
	});
});
