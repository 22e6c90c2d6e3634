import type { Schema } from '$lib/api/client';

type Part = Schema<'ShaderPart'>;

export const VERTEX = `#version 300 es
in vec2 corner;
void main() { gl_Position = vec4(corner, 0.0, 1.0); }`;

/** The functions that a picture goes through: the library's own, and none for data. */
export interface Parts {
	key: string;
	linear: Part;
	working: Part;
	display: Part;
}

const same = (name: string): Part => ({
	function: name,
	source: `vec4 ${name}(vec4 c) { return c; }`,
	tables: []
});
const PLAIN: Parts = {
	key: 'plain',
	linear: same('toLinear'),
	working: same('toWorking'),
	display: same('toDisplay')
};

/** What a picture's values are, by number. */
export const KINDS = ['colour', 'alpha', 'matte', 'depth', 'normals', 'motion', 'ids'];

/** What is shown of a picture, by number. */
export const CHANNELS = ['colour', 'red', 'green', 'blue', 'alpha', 'luma', 'noise'] as const;
export type Channel = (typeof CHANNELS)[number];

/** The parts of a shader as it is seen through a view. Throws where the view fails. */
export function partsOf(shader: Schema<'ViewShader'> | null, view: string): Parts {
	if (!shader) return PLAIN;
	const chosen = shader.views.find((each) => each.view === view) ?? shader.views[0];
	if (!chosen?.part) throw new Error(`${chosen?.view ?? view}: ${chosen?.problem ?? ''}`);
	return {
		key: `${shader.key} ${chosen.view}`,
		linear: shader.to_linear,
		working: shader.to_working,
		display: chosen.part
	};
}

/**
 * The fragment shader: a stored pixel, or the mean of those that a screen pixel covers, through
 * the functions that OpenColorIO wrote. The looks of the viewing lie between them.
 */
export function fragment(parts: Parts, whole: boolean): string {
	return `#version 300 es
precision highp float;
precision highp int;
precision highp sampler2D;
precision highp sampler3D;
precision highp usampler2D;
uniform highp ${whole ? 'usampler2D' : 'sampler2D'} u_picture;
uniform float u_most;
uniform ivec2 u_size;
uniform int u_rows;
uniform int u_channels;
uniform bool u_straight;
uniform int u_kind;
uniform vec2 u_bounds;
uniform vec2 u_origin;
uniform vec2 u_step;
uniform float u_tall;
uniform int u_field;
uniform float u_gain;
uniform float u_power;
uniform float u_saturation;
uniform int u_channel;
uniform bool u_marks;
uniform int u_out;
uniform vec4 u_canvas;
uniform float u_outside;
uniform float u_raise;
out vec4 o_colour;

${parts.linear.source}
${parts.working.source}
${parts.display.source}

const vec3 LUMA = vec3(0.2126, 0.7152, 0.0722);

vec4 stored(ivec2 at) {
	vec4 v = vec4(texelFetch(u_picture, clamp(at, ivec2(0), u_size - 1), 0)) * u_most;
	if (u_channels == 1) return vec4(v.rrr, 1.0);
	if (u_channels == 2) return u_kind == 5 ? vec4(v.rg, 0.5, 1.0) : vec4(v.rrr, v.g);
	return u_channels == 3 ? vec4(v.rgb, 1.0) : v;
}

/** A pixel with its colour multiplied by its alpha: only so is there a mean of several. */
vec4 multiplied(ivec2 at) {
	vec4 v = stored(at);
	return u_straight ? vec4(v.rgb * v.a, v.a) : v;
}

/** Colour through a function that wants it without alpha; light that covers nothing stays. */
#define THROUGH(F, v) (v.a > 0.0 && v.a < 1.0 ? F(vec4(v.rgb / v.a, 1.0)).rgb * v.a : F(vec4(v.rgb, 1.0)).rgb)

/** The mean of what a screen pixel covers: at 1:1 and closer it is one pixel. */
vec4 covered(vec2 at) {
	vec2 span = abs(u_step);
	ivec2 n = u_kind == 6 ? ivec2(1) : clamp(ivec2(ceil(span - 0.001)), ivec2(1), ivec2(8));
	vec4 sum = vec4(0.0);
	for (int j = 0; j < 8; j++) {
		if (j >= n.y) break;
		for (int i = 0; i < 8; i++) {
			if (i >= n.x) break;
			vec2 place = at + (vec2(i, j) + 0.5) / vec2(n) * span - span * 0.5;
			ivec2 pixel = ivec2(floor(place));
			if (u_field >= 0) pixel.y = (pixel.y / 2) * 2 + u_field;
			sum += multiplied(pixel);
		}
	}
	return sum / float(n.x * n.y);
}

/** A pixel less its blur, raised. */
vec3 noise(ivec2 at) {
	const float W[5] = float[5](1.0, 4.0, 6.0, 4.0, 1.0);
	vec3 sum = vec3(0.0);
	for (int j = -2; j <= 2; j++)
		for (int i = -2; i <= 2; i++) sum += stored(at + ivec2(i, j)).rgb * W[i + 2] * W[j + 2];
	return (stored(at).rgb - sum / 256.0) * u_raise + 0.5;
}

vec3 hue(float id) {
	if (id == 0.0) return vec3(0.0);
	float turn = fract(float(floatBitsToUint(id)) * 0.61803399);
	return 0.55 + 0.4 * cos(6.2831853 * (turn + vec3(0.0, 0.33333, 0.66667)));
}

vec3 asData(vec4 v) {
	float span = max(u_bounds.y - u_bounds.x, 1e-9);
	if (u_kind == 1 || u_kind == 2) return v.rgb;
	if (u_kind == 3)
		return vec3(v.r <= 0.0 ? 0.0 : clamp(1.0 - 0.95 * (v.r - u_bounds.x) / span, 0.05, 1.0));
	if (u_kind == 4) return v.rgb * 0.5 + 0.5;
	if (u_kind == 5)
		return v.rgb / (2.0 * max(max(abs(u_bounds.x), abs(u_bounds.y)), 1e-9)) + 0.5;
	if (u_kind == 6) return hue(v.r);
	return (v.rgb - u_bounds.x) / span;
}

bool bad(vec3 v) { return any(isnan(v)) || any(isinf(v)); }

void main() {
	vec2 pixel = vec2(gl_FragCoord.x, u_tall - gl_FragCoord.y);
	vec2 at = u_origin + pixel * u_step;
	if (at.x < 0.0 || at.y < 0.0 || at.x >= float(u_size.x) || at.y >= float(u_rows)) discard;
	bool colour = u_kind == 0;
	if (u_out == 4) { o_colour = stored(ivec2(floor(at))); return; }
	vec4 v = u_out > 0 && u_out < 5 ? multiplied(ivec2(floor(at))) : covered(at);
	if (u_channel == 6 && u_out == 0) {
		vec3 left = noise(ivec2(floor(at)));
		o_colour = vec4(clamp(left, 0.0, 1.0), 1.0);
		return;
	}
	vec3 linear = colour ? THROUGH(toLinear, v) : v.rgb;
	if (u_out == 1 || u_out == 5) { o_colour = vec4(linear, v.a); return; }
	vec4 light = vec4(linear, v.a);
	if (u_out == 2) { o_colour = vec4(THROUGH(toWorking, light), v.a); return; }
	vec3 seen = linear;
	vec3 codes;
	if (colour) {
		seen *= u_gain;
		if (u_saturation != 1.0) seen = mix(vec3(dot(seen, LUMA)), seen, u_saturation);
		codes = toDisplay(vec4(seen, 1.0)).rgb;
	} else codes = asData(v) * (u_kind == 6 ? 1.0 : u_gain);
	if (u_out == 3) { o_colour = vec4(codes, v.a); return; }
	vec3 shown = bad(codes) ? vec3(0.0) : clamp(codes, 0.0, 1.0);
	if (u_power != 1.0) shown = pow(shown, vec3(u_power));
	if (u_channel == 1) shown = shown.rrr;
	else if (u_channel == 2) shown = shown.ggg;
	else if (u_channel == 3) shown = shown.bbb;
	else if (u_channel == 4) shown = vec3(clamp(v.a, 0.0, 1.0));
	else if (u_channel == 5) shown = vec3(dot(shown, LUMA));
	if (u_marks) {
		float stripe = mod(pixel.x + pixel.y, 8.0);
		float across = mod(pixel.x - pixel.y, 8.0);
		if (bad(v.rgb)) shown = vec3(mod(floor(pixel.x / 3.0) + floor(pixel.y / 3.0), 2.0));
		else if (any(lessThan(v.rgb, vec3(0.0))) && across < 2.0) shown = vec3(across < 1.0 ? 1.0 : 0.0);
		else if (any(greaterThanEqual(codes, vec3(0.9999))) && stripe < 2.0)
			shown = vec3(stripe < 1.0 ? 0.0 : 1.0);
	}
	float kept = 1.0;
	if (pixel.x < u_canvas.x || pixel.y < u_canvas.y || pixel.x >= u_canvas.z || pixel.y >= u_canvas.w)
		kept = u_outside;
	o_colour = vec4(shown * kept, kept);
}`;
}

/** Two pictures in linear light, laid one against the other: how far they are apart, raised. */
export const APART = `#version 300 es
precision highp float;
uniform sampler2D u_one;
uniform sampler2D u_other;
uniform float u_raise;
out vec4 o_colour;
void main() {
	ivec2 at = ivec2(gl_FragCoord.xy);
	vec4 a = texelFetch(u_one, at, 0);
	vec4 b = texelFetch(u_other, at, 0);
	if (a.a == 0.0 && b.a == 0.0) discard;
	vec3 apart = clamp(abs(a.rgb - b.rgb) * u_raise, 0.0, 1.0);
	o_colour = vec4(pow(apart, vec3(1.0 / 2.2)), 1.0);
}`;
