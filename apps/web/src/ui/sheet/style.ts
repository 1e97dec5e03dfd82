const color = (name: string) => `var(--chakra-colors-${name})`

/** Between columns, in pixels. */
export const COLUMN_GAP = 6

/** How a sheet's plain elements look. */
export const SHEET_CSS = {
  fontSize: 'small',
  fontStretch: '94%',
  overflowX: 'auto',
  position: 'relative',
  '& .heads': {
    display: 'grid',
    gridTemplateColumns: 'var(--columns)',
    columnGap: `${COLUMN_GAP}px`,
    borderBottom: `1px solid ${color('line')}`,
    color: color('faint'),
    fontSize: 'note',
    paddingBottom: '3px',
    minWidth: 'var(--wide)',
  },
  '& .heads > div': { position: 'relative', minWidth: 0, display: 'flex' },
  '& .heads .right': { justifyContent: 'flex-end' },
  '& .head': { minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', color: 'inherit' },
  '& .head:hover': { color: color('ink'), textDecoration: 'underline' },
  '& .grip': {
    position: 'absolute',
    top: 0,
    bottom: '-3px',
    right: '-6px',
    width: '9px',
    cursor: 'col-resize',
    touchAction: 'none',
  },
  '& .grip:hover, & .grip.drawn': { boxShadow: `inset -2px 0 0 ${color('action')}` },
  // What is kept in sight hides what passes behind it; on a phone nothing has the room to stay.
  '@media (min-width: 768px)': {
    '&.passes .pinned': {
      position: 'sticky !important',
      zIndex: 1,
      background: color('paper'),
      boxShadow: `-6px 0 0 ${color('paper')}`,
    },
    '&.passes .row.selected .pinned': { background: color('leaf'), boxShadow: `-6px 0 0 ${color('leaf')}` },
    '&.passes .row.selected .pinned:first-of-type': { boxShadow: `inset 3px 0 0 ${color('action')}` },
    '&.passes .row.taken .pinned': { background: color('tint'), boxShadow: `-6px 0 0 ${color('tint')}` },
  },
  '& .group': { borderBottom: `1px solid ${color('line')}`, background: color('well'), minWidth: 'var(--wide)' },
  '& .group > div': {
    position: 'sticky',
    left: 0,
    display: 'flex',
    gap: '8px',
    alignItems: 'center',
    width: 'max-content',
  },
  '& .row': {
    display: 'grid',
    gridTemplateColumns: 'var(--columns)',
    columnGap: `${COLUMN_GAP}px`,
    alignItems: 'center',
    minWidth: 'var(--wide)',
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
