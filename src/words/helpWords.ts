/** A page of help: short, in the order in which it is done. */
export interface HelpPage {
	readonly title: string;
	readonly lead: string;
	readonly steps: readonly { readonly head: string; readonly text: string }[];
	readonly caution?: string;
}

export const HELP = {
	tracing: {
		title: 'Tracing the back',
		lead: 'Three cuts, each two or three times. What repeats do not agree on is the error of the hand; only what goes beyond it is change.',
		steps: [
			{
				head: 'Stand the horse',
				text: 'Level ground, square on four feet, no leg resting, head straight ahead, bare back. If it shifts, start this cut again.'
			},
			{
				head: 'Bend',
				text: 'Lay the flexible curve over the back at the mark, square to the spine, touching but not pressing. Mark the spine on it.'
			},
			{
				head: 'Lift and lay',
				text: 'Lift it off without springing it, lay it on paper, draw along the side that touched the horse.'
			},
			{
				head: 'Write',
				text: 'Horse, day, cut, spine, and which end is near, the horse’s left. A printed sheet has all of it on it already.'
			},
			{
				head: 'Again',
				text: 'Lift, bend anew, draw on a new line: a second and a third time. One drawing alone cannot show its own error.'
			},
			{
				head: 'Same hand',
				text: 'The same person with the same curve, if it can be had. Where two share a horse, trace once together.'
			}
		],
		caution: 'A horse that flinches, sinks or threatens is telling something. Stop and read it; pain is for a vet.'
	},
	marking: {
		title: 'Marking the places',
		lead: 'A tracing two fingers off is another cut. Mark first, from the bone, each time in the same way.',
		steps: [
			{
				head: 'Blade at rest',
				text: 'Feel for the rear edge of the shoulder blade with the horse standing square; on flat withers, straight down from where the mane ends. Stick a dot on it.'
			},
			{
				head: 'Back-swing',
				text: 'Lift the foreleg and draw it forward: the edge moves back and up. Chalk its furthest place.'
			},
			{
				head: 'T8, the front cut',
				text: 'Two fingers behind the edge at rest, each time. The fit is judged here.'
			},
			{
				head: 'T18, the rear cut',
				text: 'The last rib: feel for it. On a fat horse follow the whorl of the flank down, then go straight up.'
			},
			{ head: 'T13, the middle cut', text: 'The lowest point of the back.' },
			{
				head: 'Check',
				text: 'Tape the lengths between the marks and hold them against last time. Two fingers apart: mark again before you trace.'
			}
		]
	},
	call: {
		title: 'Reading the call',
		lead: 'The strap says one of four words for a saddle on a horse. Under it stand the reasons, how sure they are, and the next thing to do.',
		steps: [
			{
				head: 'Steady',
				text: 'No change beyond what these tracings can show, or a small one inside the limit. Ride on, trace again when it is due.'
			},
			{ head: 'Watch', text: 'The back is moving, or something was found. Look again soon.' },
			{
				head: 'Refit',
				text: 'The front has changed by more than its school bears since the fit mark. Have a qualified fitter look before you ride on in it.'
			},
			{
				head: 'Stop',
				text: 'Signs that are a vet’s: an open sore, heat and swelling, a strong answer, one side wasting. Never from shape alone.'
			},
			{
				head: '−5 ± 2',
				text: 'Each side of the front is {5 mm} narrower than on the fitted day, and 95 times in 100 the truth lies between {3 mm} and {7 mm}. “Could be none” means what it says.'
			},
			{
				head: 'Since the fit mark',
				text: 'Change is counted from the day on which somebody judged that the saddle fits. A new mark begins anew.'
			},
			{
				head: 'Surer',
				text: 'Where it is in doubt it says what would help: one more tracing today, or three in some weeks.'
			}
		],
		caution:
			'It measures shape and keeps records. It does not diagnose. Pain, heat, swelling, open skin or lameness: stop riding and call a vet first.'
	}
} as const satisfies Readonly<Record<string, HelpPage>>;
export type HelpTopic = keyof typeof HELP;

/** Words as this place uses them. */
export const GLOSSARY: readonly (readonly [word: string, means: string])[] = [
	['near, off', 'the horse’s left and right, whoever looks and from wherever'],
	[
		'station',
		'a place along the spine where the back is traced: T8 behind the shoulder blade, T13 at the lowest point, T18 at the last rib'
	],
	['cut', 'the outline across the back at a station'],
	['tracing, repeat', 'one drawing of a cut; another of the same cut on the same day'],
	['half-width', 'from the line straight down from the top out to the back, at a depth under the top'],
	[
		'bearing band',
		'the stretch of the cut, {60 to 120 mm} under its top, that the saddle lies on: its mean half-width is what is followed'
	],
	['fit mark', 'the day on which somebody judged that a saddle fits; change is counted from there'],
	['school', 'fitted close, or roomy with shims that come out as muscle returns: which gain is borne'],
	[
		'own limits',
		'how much this saddle bears of each way in which a back changes, from the shape it fitted; they lead its calls where a person chose so'
	],
	['± (interval)', 'where the truth lies 95 times in 100'],
	['could show', 'the least change that these tracings tell from the error of the hand'],
	['strip, rail', 'the back from above with what changed and was found; time, which you drag'],
	['stroke', 'one sign in a zone, paler with age'],
	['hand check', 'a look or a feel at the saddle, answered in fingers or words'],
	['stage', 'how the saddle was on: bare, over the pad, girthed, with its rider'],
	[
		'rung',
		'how far up the horse was tried: bare, saddled, girthed, ridden; the first at which it objects names the cause'
	],
	['look now', 'something happened that asks for a look before the date in the diary']
];
