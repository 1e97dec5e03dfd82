const color = (name: string) => `var(--chakra-colors-${name})`

/** How a sheet's plain elements look. */
export const SHEET_CSS = {
  fontSize: 'small',
  fontStretch: '94%',
  overflowX: 'auto',
  position: 'relative',
  '& .heads': {
    display: 'grid',
    columnGap: '8px',
    borderBottom: `1px solid ${color('line')}`,
    color: color('faint'),
    fontSize: 'note',
    paddingBottom: '3px',
    minWidth: 'max-content',
  },
  '& .heads .right': { textAlign: 'right' },
  '& .row': {
    display: 'grid',
    columnGap: '8px',
    alignItems: 'center',
    minWidth: 'max-content',
    borderBottom: `1px solid ${color('line')}`,
  },
  '& .row.selected': { background: color('leaf'), boxShadow: `inset 3px 0 0 ${color('action')}` },
  '& .row.taken': { background: color('tint') },
  '& .cell': {
    minHeight: '26px',
    minWidth: 0,
    display: 'flex',
    alignItems: 'center',
    padding: '0 2px',
    cursor: 'default',
  },
  '& .cell.right': { justifyContent: 'flex-end' },
  '& .cell.mono': { fontFamily: 'var(--chakra-fonts-mono)' },
  '& .cell.here': { outline: `2px solid ${color('action')}`, outlineOffset: '-1px' },
  '& .text': { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
} as const
