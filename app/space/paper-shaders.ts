/** First pass: what is seen at each pixel: a paper tone, the element, and the way the face looks. Hidden elements are not there. */
export const SEEN_VERTEX = /* glsl */ `
in vec3 position;
in float element;
in vec4 colour;
uniform mat4 modelViewMatrix, projectionMatrix;
uniform sampler2D states;
flat out float own;
flat out vec4 tone;
out vec3 place;
void main() {
  int e = int(element + 0.5);
  float state = texelFetch(states, ivec2(e % 1024, e / 1024), 0).r * 255.0;
  own = element;
  tone = colour;
  vec4 seen = modelViewMatrix * vec4(position, 1.0);
  place = seen.xyz;
  gl_Position = mod(state, 2.0) > 0.5 ? vec4(2.0, 2.0, 2.0, 1.0) : projectionMatrix * seen;
}`;

export const SEEN_FRAGMENT = /* glsl */ `
precision highp float;
flat in float own;
flat in vec4 tone;
in vec3 place;
uniform vec3 above;
layout(location = 0) out vec4 shade;
layout(location = 1) out vec4 which;
layout(location = 2) out vec4 facing;
const vec3 PAPER = vec3(0.985, 0.975, 0.95);
void main() {
  vec3 n = normalize(cross(dFdx(place), dFdy(place)));
  if (n.z < 0.0) n = -n;
  // light from above and a little from the left, on paper: no surface gets darker than a light wash
  float light = 0.86 + 0.11 * dot(n, above) - 0.06 * n.x + 0.03 * n.z;
  shade = vec4(mix(PAPER, tone.rgb, 0.42) * light, 1.0);
  float e = own + 1.0;
  which = vec4(mod(e, 256.0), mod(floor(e / 256.0), 256.0), floor(e / 65536.0), 255.0) / 255.0;
  facing = vec4(n * 0.5 + 0.5, 1.0);
}`;

export const LINES_VERTEX = /* glsl */ `
in vec3 position;
out vec2 uv;
void main() {
  uv = position.xy * 0.5 + 0.5;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}`;

/**
 * Second pass: the paper tones with ink where one element ends and another begins, where the depth leaves the plane of the face
 * (an outline), and, thinner, where faces of one element meet at more than 20 degrees. What is picked gets a pencil wash.
 */
export const LINES_FRAGMENT = /* glsl */ `
precision highp float;
in vec2 uv;
uniform sampler2D shade, which, facing, depth, states;
uniform vec2 texel;
/** Metres of one pixel, and of the depth range. */
uniform float pixel, range, reach;
out vec4 colour;
const vec3 INK = vec3(0.133, 0.161, 0.173);
const vec3 SHEET = vec3(1.0, 0.996, 0.984);
const vec3 PENCIL = vec3(0.165, 0.404, 0.557);
float idAt(vec2 p) {
  vec3 c = floor(texture(which, p).rgb * 255.0 + 0.5);
  return c.r + c.g * 256.0 + c.b * 65536.0;
}
float depthAt(vec2 p) { return texture(depth, p).r * range; }
float stateOf(float id) {
  if (id < 0.5) return 0.0;
  int e = int(id - 0.5);
  return floor(texelFetch(states, ivec2(e % 1024, e / 1024), 0).r * 255.0 + 0.5);
}
/** Whether the face at a place beside goes on in one plane with this one (0), turns away from it (1), or lies behind it (2). */
int differs(vec2 p, vec2 o, float steps, vec3 n, float d) {
  float step = pixel * reach * steps;
  float off = abs(n.z) > 0.02 ? depthAt(p) - d - (n.x * o.x + n.y * o.y) * step / n.z : 0.0;
  if (off > 0.03 + step * 3.0 && abs(n.z) > 0.1) return 2;
  return dot(normalize(n), normalize(texture(facing, p).rgb * 2.0 - 1.0)) < 0.94 ? 1 : 0;
}
void main() {
  float id = idAt(uv);
  float d = depthAt(uv);
  vec3 n = texture(facing, uv).rgb * 2.0 - 1.0;
  float outline = 0.0, edge = 0.0;
  int strange = 0;
  for (int k = 0; k < 4; k++) {
    vec2 o = k == 0 ? vec2(1.0, 0.0) : k == 1 ? vec2(-1.0, 0.0) : k == 2 ? vec2(0.0, 1.0) : vec2(0.0, -1.0);
    vec2 p = uv + o * texel * reach;
    float other = idAt(p);
    float dd = depthAt(p) - d;
    if (other != id) {
      // the line belongs to the nearer of the two
      if (id > 0.5 && (other < 0.5 || dd > -0.002)) outline = 1.0;
    } else if (id > 0.5) {
      int kind = differs(p, o, 1.0, n, d);
      strange += kind > 0 ? 1 : 0;
      // a single pixel of another face is a crack between triangles that do not share their corners, and no edge
      if (kind > 0 && idAt(uv + 2.0 * o * texel * reach) == id && differs(uv + 2.0 * o * texel * reach, o, 2.0, n, d) == 0) kind = 0;
      if (kind == 2) outline = 1.0;
      else if (kind == 1) edge = 1.0;
    }
  }
  vec2 place = uv;
  if (strange == 4) {
    edge = outline = 0.0;
    place += vec2(1.0, 0.0) * texel * reach;
  }
  float state = stateOf(id);
  vec3 base = id > 0.5 ? texture(shade, place).rgb : SHEET;
  bool isPicked = mod(floor(state / 2.0), 2.0) > 0.5;
  if (isPicked) base = mix(base, vec3(0.45, 0.66, 0.79), 0.55);
  vec3 ink = isPicked ? PENCIL : INK;
  colour = vec4(mix(base, ink, max(outline * 0.95, edge * 0.5)), 1.0);
}`;
