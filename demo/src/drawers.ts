/** What is written on the drawers that the made-up brushes lie in. */
export const DRAWER_NOTES: Readonly<Record<string, string>> = {
  Tideline: 'sets for the glasshouse at low tide',
  'Wood and paint': 'hulls, planks and what peels off them',
  Rigging: 'ropes and chains, bent along the path',
  Glass: 'panes, frost and what runs down them',
  Air: 'dust and sparks in the light',
  Reliefs: 'heights that stand above the sheet',
};
