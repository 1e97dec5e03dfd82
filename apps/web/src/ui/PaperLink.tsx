import { Link, type LinkProps } from '@chakra-ui/react'

/** A paper of the production, drawn by the server and saved on this device. */
export const PaperLink = (props: LinkProps & { readonly href: string }) => (
  <Link color="action" fontWeight={600} fontSize="small" download {...props} />
)
