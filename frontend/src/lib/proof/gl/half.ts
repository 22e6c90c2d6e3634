/** The value of a 16-bit float (IEEE 754-2008 binary16) by its bits. */
export function halfValue(bits: number): number {
	const sign = bits & 0x8000 ? -1 : 1;
	const exponent = (bits >> 10) & 0x1f;
	const fraction = bits & 0x3ff;
	if (exponent === 0) return sign * fraction * 2 ** -24;
	if (exponent === 31) return fraction ? NaN : sign * Infinity;
	return sign * (1 + fraction / 1024) * 2 ** (exponent - 15);
}
