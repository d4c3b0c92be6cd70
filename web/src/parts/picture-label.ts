/** What a picture says to those who do not see it; one without words only adorns what its neighbour says. */
export const pictureLabel = (label: string) =>
  label ? ({ role: 'img', 'aria-label': label } as const) : ({ 'aria-hidden': true } as const);
