/** The typefaces of the lesson behind a link, each with its characters alone: a browser fetches those that are used. */
const TYPEFACES = ['Andika', 'Lexend', 'Literata', 'OpenDyslexic']
const STYLES = [
  { style: 'plain', css: 'font-weight: 400; font-style: normal' },
  { style: 'bold', css: 'font-weight: 700; font-style: normal' },
  { style: 'italic', css: 'font-weight: 400; font-style: italic' },
  { style: 'bold italic', css: 'font-weight: 700; font-style: italic' },
]

/** Make them known to the page. */
export function useFaces(token: string): void {
  const rules = TYPEFACES.flatMap((face) =>
    STYLES.map(
      ({ style, css }) =>
        `@font-face { font-family: '${face}'; ${css}; font-display: block; ` +
        `src: url('/api/student/${token}/faces/${face}/${encodeURIComponent(style)}.woff2') format('woff2') }`,
    ),
  )
  const sheet = document.createElement('style')
  sheet.textContent = rules.join('\n')
  document.head.append(sheet)
}
