/* What a drawing may be made of: all that SVG 2 and SVG 1.1 draw with, and nothing that runs, frames a page or fetches. */

export const SVG_NAMESPACE = 'http://www.w3.org/2000/svg';
export const XLINK_NAMESPACE = 'http://www.w3.org/1999/xlink';
export const XML_NAMESPACE = 'http://www.w3.org/XML/1998/namespace';
export const XMLNS_NAMESPACE = 'http://www.w3.org/2000/xmlns/';

const words = (text: string): ReadonlySet<string> => new Set(text.trim().split(/\s+/));

/** Elements (SVG 2, appendix F; animation by SMIL, SVG Animations Level 2). */
export const ELEMENTS = words(`
  svg g defs symbol use switch a title desc metadata style view
  path rect circle ellipse line polyline polygon image text tspan tref textPath
  linearGradient radialGradient meshgradient meshrow meshpatch stop solidcolor hatch hatchpath pattern clipPath mask marker filter cursor color-profile
  feBlend feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur
  feImage feMerge feMergeNode feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence
  animate animateTransform animateMotion animateColor mpath set
`);

/** Attributes without a namespace: of elements, of presentation (SVG 2, section 6.6) and of animation. */
export const ATTRIBUTES = words(`
  id class style lang tabindex role transform x y x1 y1 x2 y2 z cx cy r rx ry fx fy fr d points pathLength width height viewBox preserveAspectRatio version baseProfile zoomAndPan contentScriptType contentStyleType enable-background
  dx dy rotate textLength lengthAdjust startOffset method spacing side path href type media title target rel hreflang download externalResourcesRequired requiredFeatures requiredExtensions systemLanguage crossorigin
  gradientUnits gradientTransform spreadMethod offset patternUnits patternContentUnits patternTransform clipPathUnits maskUnits maskContentUnits markerUnits markerWidth markerHeight refX refY orient viewTarget filterUnits primitiveUnits filterRes
  in in2 result mode values operator k1 k2 k3 k4 order kernelMatrix divisor bias targetX targetY edgeMode kernelUnitLength preserveAlpha surfaceScale diffuseConstant specularConstant specularExponent scale xChannelSelector yChannelSelector
  azimuth elevation stdDeviation radius tableValues slope intercept amplitude exponent pointsAtX pointsAtY pointsAtZ limitingConeAngle baseFrequency numOctaves seed stitchTiles
  attributeName attributeType from to by begin dur end min max restart repeatCount repeatDur calcMode keyTimes keySplines keyPoints additive accumulate fill origin
  alignment-baseline baseline-shift clip clip-path clip-rule color color-interpolation color-interpolation-filters color-profile color-rendering cursor direction display dominant-baseline fill-opacity fill-rule filter flood-color flood-opacity
  font font-family font-feature-settings font-kerning font-size font-size-adjust font-stretch font-style font-variant font-weight font-variation-settings glyph-orientation-horizontal glyph-orientation-vertical image-rendering isolation kerning letter-spacing lighting-color line-height
  marker marker-end marker-mid marker-start mask mask-type mix-blend-mode opacity overflow paint-order pointer-events shape-padding shape-rendering shape-margin shape-inside solid-color solid-opacity stop-color stop-opacity
  stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity stroke-width text-align text-anchor text-decoration text-decoration-line text-decoration-style text-decoration-color text-indent text-orientation text-overflow text-rendering text-transform
  transform-box transform-origin unicode-bidi vector-effect visibility white-space word-spacing writing-mode inline-size
`);

/** What the xml and xlink namespaces may add. `xml:base` would turn every "#part" into an address. */
export const XML_ATTRIBUTES = words('space lang id');
export const XLINK_ATTRIBUTES = words('href type title show actuate role arcrole');

/** Namespaces of drawing programs and of descriptions: their elements and attributes are drawn by nobody. */
export const SILENT_NAMESPACES: readonly RegExp[] = [
  /^http:\/\/www\.inkscape\.org\/namespaces\//,
  /^http:\/\/sodipodi\.sourceforge\.net\//,
  /^http:\/\/www\.w3\.org\/1999\/02\/22-rdf-syntax-ns#$/,
  /^http:\/\/purl\.org\/dc\//,
  /^https?:\/\/(web\.resource\.org\/cc\/|creativecommons\.org\/ns#)$/,
  /^http:\/\/ns\.adobe\.com\//,
  /^http:\/\/www\.serif\.com\/$/,
  /^http:\/\/www\.bohemiancoding\.com\/sketch\/ns$/,
  /^http:\/\/vectornator\.io$/,
];

/** Functions of CSS that name nothing outside (`url` is looked at by itself), and at-rules. */
export const CSS_FUNCTIONS = words(`
  rgb rgba hsl hsla hwb lab lch oklab oklch color color-mix var calc min max clamp matrix matrix3d translate translatex translatey translatez translate3d scale scalex scaley scalez scale3d rotate rotatex rotatey rotatez rotate3d skew skewx skewy perspective
  cubic-bezier steps linear blur brightness contrast drop-shadow grayscale hue-rotate invert opacity saturate sepia circle ellipse inset polygon path rect nth-child nth-of-type nth-last-child first-child not is where icc-color
`);
export const CSS_AT_RULES = words('keyframes -webkit-keyframes media supports charset');

/** What an animation must not set: an address, a style, a handler. */
export const ANIMATES_NEVER = words('href xlink:href src style class id begin end dur');
