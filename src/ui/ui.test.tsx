import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Figure } from './Figure'
import { Views } from './Sheet'
import { TableView, tableCsv } from './TableView'
import { color, system } from './theme'

const show = (node: ReactNode) => render(<ChakraProvider value={system}>{node}</ChakraProvider>)
afterEach(cleanup)

describe('predicted and measured never look alike', () => {
  test('a predicted figure has a hollow dashed mark, a measured one a filled one, each named', () => {
    show(
      <>
        <Figure label="A" value="1" unit="W" origin="predicted" />
        <Figure label="B" value="2" unit="W" origin="measured" />
        <Figure label="C" value="3" unit="W" origin="plain" />
      </>,
    )
    const [predicted, measured] = [
      screen.getByRole('img', { name: 'predicted' }),
      screen.getByRole('img', { name: 'measured' }),
    ]
    expect(predicted.querySelector('circle')).toHaveAttribute('fill', 'none')
    expect(predicted.querySelector('circle')).toHaveAttribute('stroke-dasharray')
    expect(measured.querySelector('circle')).toHaveAttribute('fill', 'currentColor')
    expect(screen.getAllByRole('img')).toHaveLength(2)
  })
  test('a figure with a working is a button', () => {
    const onOpen = jest.fn()
    show(<Figure label="Flow" value="2.14" uncertainty="0.06" unit="g/s" origin="predicted" onOpen={onOpen} />)
    fireEvent.click(screen.getByRole('button', { name: /Flow/ }))
    expect(onOpen).toHaveBeenCalledTimes(1)
    expect(screen.getByText('±0.06')).toBeInTheDocument()
    expect(screen.queryByText(/may be none/)).toBeNull()
  })
  test('what may as well be none says so', () => {
    show(<Figure label="Flow" value="0.04" uncertainty="0.06" unit="g/s" origin="measured" vague />)
    expect(screen.getByText(/may be none/)).toBeInTheDocument()
  })
})

test('views move by arrow keys and wrap round', () => {
  const onChange = jest.fn()
  show(
    <Views
      label="v"
      value="a"
      views={[
        { value: 'a', label: 'A' },
        { value: 'b', label: 'B' },
      ]}
      onChange={onChange}
    />,
  )
  fireEvent.keyDown(screen.getByRole('tablist'), { key: 'ArrowLeft' })
  expect(onChange).toHaveBeenCalledWith('b')
  expect(screen.getByRole('tab', { name: 'A' })).toHaveAttribute('tabindex', '0')
  expect(screen.getByRole('tab', { name: 'B' })).toHaveAttribute('tabindex', '-1')
})

describe('tables', () => {
  const table = {
    name: 'Torque',
    headers: ['speed, rpm', 'torque'],
    rows: [
      [100, 0.123456789012],
      ['a "b"', null],
    ] as const,
  }
  test('as CSV: quoted where needed, nine digits, blanks for what is missing', () =>
    expect(tableCsv(table)).toBe(
      'speed, rpm,torque\n100,0.123456789\n"a ""b""",\n'.replace('speed, rpm', '"speed, rpm"'),
    ))
  test('on screen', () => {
    show(<TableView table={table} />)
    expect(screen.getByRole('region', { name: 'Table: Torque' })).toHaveTextContent('0.1235')
  })
})

test('colour tokens become CSS variables', () => expect(color('onPipe')).toBe('var(--gk-colors-on-pipe)'))
