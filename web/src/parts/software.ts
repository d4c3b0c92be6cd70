let software: boolean | undefined;

/** Whether pictures are drawn by the processor: then a little less is drawn, so that the hand is followed. */
export function isSoftware(): boolean {
  if (software === undefined) {
    const gl = document.createElement('canvas').getContext('webgl2');
    const info = gl?.getExtension('WEBGL_debug_renderer_info');
    const name: unknown = gl && info ? gl.getParameter(info.UNMASKED_RENDERER_WEBGL) : '';
    software = /swiftshader|llvmpipe|software/i.test(String(name));
    gl?.getExtension('WEBGL_lose_context')?.loseContext();
  }
  return software;
}
