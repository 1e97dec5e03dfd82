import '@fontsource-variable/archivo/standard.css'
import '@fontsource-variable/red-hat-mono/wght.css'
import '@fontsource/noto-sans/400.css'
import '@fontsource/noto-sans/700.css'
import '@fontsource/noto-sans-arabic/400.css'
import '@fontsource/noto-sans-arabic/700.css'
import '@fontsource/noto-sans-hebrew/400.css'
import '@fontsource/noto-sans-hebrew/700.css'
import '@fontsource/noto-sans-devanagari/400.css'
import '@fontsource/noto-sans-devanagari/700.css'
import '@fontsource/noto-sans-thai/400.css'
import '@fontsource/noto-sans-thai/700.css'
import { ChakraProvider } from '@chakra-ui/react'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter, Route, Routes } from 'react-router'
import { registerSW } from 'virtual:pwa-register'
import { Crash } from './shell/Crash.tsx'
import { Entrance } from './shell/Entrance.tsx'
import { Join } from './shell/Join.tsx'
import { ProductionRoom } from './shell/ProductionRoom.tsx'
import { CallSheetReader } from './shell/CallSheetReader.tsx'
import { keepOnDevice, reloadForMissingParts } from './shell/renewal.ts'
import { useDesk } from './store/desk.ts'
import { system } from './ui/theme/theme.ts'

// Without a secure address (a phone on a set's plain network) there is no worker; the open page still works.
if ('serviceWorker' in navigator && import.meta.env.PROD) keepOnDevice(registerSW)
reloadForMissingParts()

document.documentElement.className = useDesk.getState().light

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <Crash>
        <BrowserRouter>
          <Routes>
            <Route path="/sheet/:token" element={<CallSheetReader />} />
            <Route path="/join/:token" element={<Join />} />
            <Route path="/p/:productionId/:stage?" element={<ProductionRoom />} />
            <Route path="*" element={<Entrance />} />
          </Routes>
        </BrowserRouter>
      </Crash>
    </ChakraProvider>
  </StrictMode>,
)
