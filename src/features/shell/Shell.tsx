'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { Moon, Redo2, Sun, Undo2 } from 'lucide-react'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { useTheme } from 'next-themes'
import { Suspense, useEffect, useState, useSyncExternalStore, type ReactNode } from 'react'
import { tinykeys } from 'tinykeys'
import { StoreContext, useStore, useStoreState, type ProjectStore } from '../../store'
import { EmptyState, MainButton } from '../../ui'
import { Guarded } from './Guarded'
import { openStore } from './open-store'
import { RoomWatch } from './RoomWatch'
import { StoreNotices } from './StoreNotices'
import { Unopened } from './Unopened'

const ProjectsDialog = dynamic(() => import('./ProjectsDialog'), { ssr: false })
const UnitsDialog = dynamic(() => import('./UnitsDialog'), { ssr: false })
const ShortcutsDialog = dynamic(() => import('./ShortcutsDialog'), { ssr: false })

const ROOMS = [
  { path: '/', label: 'Builds', also: '/build' },
  { path: '/find', label: 'Find' },
  { path: '/make', label: 'Make', also: '/make/sheet' },
  { path: '/bench', label: 'Bench' },
  { path: '/compare', label: 'Compare' },
] as const

type Open = 'projects' | 'units' | 'shortcuts' | null

function Rooms() {
  const path = usePathname()
  const params = useSearchParams()
  const { project } = useStoreState()
  const build = params.get('build')
  const machine = project?.builds.find((b) => b.id === build)?.machineId ?? params.get('machine')
  return (
    <chakra.nav aria-label="Rooms" display="flex" gap={{ base: '3', md: '5' }}>
      {ROOMS.map((room) => {
        const here = path === room.path || ('also' in room && path === room.also)
        const href =
          room.path === '/'
            ? machine
              ? `/?machine=${machine}`
              : '/'
            : build
              ? `${room.path}?build=${build}`
              : room.path
        return (
          <Box
            key={room.path}
            asChild
            py="2"
            fontWeight={here ? '700' : '400'}
            color={here ? 'ink' : 'mute'}
            borderBottomWidth="2px"
            borderColor={here ? 'ink' : 'transparent'}
            _hover={{ color: 'ink' }}
          >
            <Link href={href} aria-current={here ? 'page' : undefined} prefetch={false}>
              {room.label}
            </Link>
          </Box>
        )
      })}
    </chakra.nav>
  )
}

const IconButton = ({
  label,
  disabled,
  onClick,
  children,
}: {
  label: string
  disabled?: boolean
  onClick: () => void
  children: ReactNode
}) => (
  <chakra.button
    type="button"
    aria-label={label}
    title={label}
    disabled={disabled}
    onClick={onClick}
    w="28px"
    h="28px"
    display="grid"
    placeItems="center"
    color="mute"
    _hover={{ color: 'ink' }}
    _disabled={{ opacity: 0.35 }}
  >
    {children}
  </chakra.button>
)

const never = () => () => undefined

function ThemeButton() {
  const { resolvedTheme, setTheme } = useTheme()
  const inBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
  const dark = inBrowser && resolvedTheme === 'dark'
  return (
    <IconButton label={dark ? 'Light' : 'Dark'} onClick={() => setTheme(dark ? 'light' : 'dark')}>
      {dark ? <Sun size={16} /> : <Moon size={16} />}
    </IconButton>
  )
}

function TopBar({ onOpen }: { onOpen: (what: Open) => void }) {
  const store = useStore()
  const { project, undoLabel, redoLabel, saving, unsaved } = useStoreState()
  const display = project?.display
  return (
    <Flex
      as="header"
      className="no-print"
      align="center"
      gap={{ base: '3', md: '6' }}
      px={{ base: '3', md: '6' }}
      minH="44px"
      borderBottomWidth="1px"
      wrap="wrap"
    >
      <Box whiteSpace="nowrap">
        <Box as="span" fontWeight="700">
          Grey Kettle
        </Box>
        <chakra.button
          type="button"
          color="mute"
          ml="1"
          _hover={{ color: 'petrol' }}
          onClick={() => onOpen('projects')}
          aria-label={`Project ${project?.name ?? ''}: open, export or import`}
        >
          / {project?.name ?? '…'}
        </chakra.button>
      </Box>
      <Suspense>
        <Rooms />
      </Suspense>
      <Flex ml="auto" align="center" gap="1" color="mute" fontSize="sm">
        <Box
          fontSize="xs"
          mr="2"
          aria-live="polite"
          data-testid="saved"
          color={unsaved ? 'brick' : undefined}
          display={{ base: 'none', md: 'block' }}
        >
          {unsaved ? 'not saved' : saving ? 'saving…' : project ? 'saved' : ''}
        </Box>
        {display && (
          <chakra.button
            type="button"
            px="1"
            _hover={{ color: 'ink' }}
            onClick={() => onOpen('units')}
            aria-label="Units"
          >
            {display.pressure} · {display.length} · {display.temperature}
          </chakra.button>
        )}
        <IconButton
          label={undoLabel ? `Undo: ${undoLabel}` : 'Nothing to undo'}
          disabled={!undoLabel}
          onClick={() => void store.undo()}
        >
          <Undo2 size={16} />
        </IconButton>
        <IconButton
          label={redoLabel ? `Redo: ${redoLabel}` : 'Nothing to redo'}
          disabled={!redoLabel}
          onClick={() => void store.redo()}
        >
          <Redo2 size={16} />
        </IconButton>
        <ThemeButton />
        <IconButton label="Shortcuts" onClick={() => onOpen('shortcuts')}>
          <Box as="span" fontWeight="700">
            ?
          </Box>
        </IconButton>
      </Flex>
    </Flex>
  )
}

/** Keys that work everywhere; typing in a field is left alone but for undo outside of it. */
function useKeys(store: ProjectStore, onOpen: (what: Open) => void): void {
  const router = useRouter()
  useEffect(() => {
    const free = (run: () => void) => (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select, [role=dialog]')) return
      event.preventDefault()
      run()
    }
    const withBuild = (path: string) => {
      const build = new URLSearchParams(window.location.search).get('build')
      router.push(build ? `${path}?build=${build}` : path)
    }
    return tinykeys(window, {
      '$mod+KeyZ': free(() => void store.undo()),
      '$mod+Shift+KeyZ': free(() => void store.redo()),
      'g b': free(() => {
        const build = new URLSearchParams(window.location.search).get('build')
        const machine = store.snapshot().project?.builds.find((b) => b.id === build)?.machineId
        router.push(machine ? `/?machine=${machine}` : '/')
      }),
      'g f': free(() => withBuild('/find')),
      'g m': free(() => withBuild('/make')),
      'g t': free(() => withBuild('/bench')),
      'g c': free(() => withBuild('/compare')),
      'Shift+?': free(() => onOpen('shortcuts')),
    })
  }, [store, router, onOpen])
}

function NoProject({ onOpen }: { onOpen: () => void }) {
  return (
    <EmptyState title="No project is open">
      <MainButton mt="2" onClick={onOpen}>
        Open, import or begin one
      </MainButton>
    </EmptyState>
  )
}

/** Another address is another thing to draw: a room that failed is tried again there. */
function usePlace(): string {
  const path = usePathname()
  const params = useSearchParams()
  return `${path}?${params.toString()}`
}

function Inner({ children }: { children: ReactNode }) {
  const store = useStore()
  const { status } = useStoreState()
  const [open, setOpen] = useState<Open>(null)
  useKeys(store, setOpen)
  const place = usePlace()
  const close = () => setOpen(null)
  return (
    <>
      <TopBar onOpen={setOpen} />
      <StoreNotices />
      <Box as="main" px={{ base: '3', md: '6' }} pb="6">
        <Unopened />
        {status === 'open' ? (
          <Guarded what="This room" place={place}>
            <RoomWatch place={place}>{children}</RoomWatch>
          </Guarded>
        ) : status === 'opening' ? (
          <Box py="10" color="mute">
            Opening the project…
          </Box>
        ) : (
          <NoProject onOpen={() => setOpen('projects')} />
        )}
      </Box>
      {open === 'projects' && (
        <Guarded what="This dialog" over place={`${place} projects`} onLeave={close}>
          <ProjectsDialog onClose={close} />
        </Guarded>
      )}
      {open === 'units' && (
        <Guarded what="This dialog" over place={`${place} units`} onLeave={close}>
          <UnitsDialog onClose={close} />
        </Guarded>
      )}
      {open === 'shortcuts' && (
        <Guarded what="This dialog" over place={`${place} shortcuts`} onLeave={close}>
          <ShortcutsDialog onClose={close} />
        </Guarded>
      )}
    </>
  )
}

/**
 * What stands around every room: the bar, the keys, the open project. The project lives in the browser, so rooms are
 * drawn there.
 */
export function Shell({ children }: { children: ReactNode }) {
  const [store, setStore] = useState<ProjectStore | null>(null)
  useEffect(() => {
    let wanted = true
    void openStore().then((opened) => wanted && setStore(opened))
    return () => void (wanted = false)
  }, [])
  if (!store)
    return (
      <Box px="6" py="3" fontWeight="700">
        Grey Kettle
      </Box>
    )
  return (
    <StoreContext.Provider value={store}>
      <Suspense>
        <Inner>{children}</Inner>
      </Suspense>
    </StoreContext.Provider>
  )
}
