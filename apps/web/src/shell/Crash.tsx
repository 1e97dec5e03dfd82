import { Box } from '@chakra-ui/react'
import { Component, type ReactNode } from 'react'
import { Answer, Button } from '../ui/parts.tsx'

/** Catches a bug in a screen: what was saved is safe, and the way back is one press. */
export class Crash extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state: { error: Error | null } = { error: null }
  static getDerivedStateFromError(error: Error) {
    return { error }
  }
  override render() {
    if (!this.state.error) return this.props.children
    return (
      <Box p="40px" maxW="640px">
        <Answer>This screen failed.</Answer>
        <Box my="14px" color="soft">
          What was saved is safe on the server. {this.state.error.message}
        </Box>
        <Button kind="main" onClick={() => window.location.reload()}>
          Load it again
        </Button>
      </Box>
    )
  }
}
