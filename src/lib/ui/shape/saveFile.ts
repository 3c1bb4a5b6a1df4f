/** Hands a file to the person. */
export function save(blob: Blob, name: string): void {
	const url = URL.createObjectURL(blob);
	const link = document.createElement('a');
	link.href = url;
	link.download = name;
	link.click();
	setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

export const saveText = (text: string, name: string, mediaType: string): void =>
	save(new Blob([text], { type: mediaType }), name);

const STYLES = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'stroke-linejoin', 'font', 'text-anchor'];

/** A drawing as it looks here, by itself: styles written into it, 1:1 in mm. */
function standalone(svg: SVGSVGElement): string {
	const copy = svg.cloneNode(true) as SVGSVGElement;
	const [from, to] = [svg.querySelectorAll('*'), copy.querySelectorAll('*')];
	from.forEach((element, i) => {
		const style = getComputedStyle(element);
		to[i]?.setAttribute('style', STYLES.map((s) => `${s}:${style.getPropertyValue(s)}`).join(';'));
	});
	const { width, height } = svg.viewBox.baseVal;
	copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
	copy.setAttribute('width', `${width}mm`);
	copy.setAttribute('height', `${height}mm`);
	return new XMLSerializer().serializeToString(copy);
}

export const saveSvg = (svg: SVGSVGElement, name: string): void => saveText(standalone(svg), name, 'image/svg+xml');

const PX_PER_MM = 5;

export async function saveSvgAsPng(svg: SVGSVGElement, name: string): Promise<void> {
	const { width, height } = svg.viewBox.baseVal;
	const image = new Image();
	image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(standalone(svg))}`;
	await image.decode();
	const canvas = document.createElement('canvas');
	[canvas.width, canvas.height] = [width * PX_PER_MM, height * PX_PER_MM];
	const context = canvas.getContext('2d');
	if (!context) return;
	context.fillStyle = '#ffffff';
	context.fillRect(0, 0, canvas.width, canvas.height);
	context.drawImage(image, 0, 0, canvas.width, canvas.height);
	canvas.toBlob((blob) => blob && save(blob, name), 'image/png');
}
