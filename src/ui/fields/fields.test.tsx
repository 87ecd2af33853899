import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { system } from '../theme'
import { ChoiceField } from './ChoiceField'
import { FieldsLocked } from './lock'
import { NumberField } from './NumberField'
import { TextField } from './TextField'

const show = (node: ReactNode) => render(<ChakraProvider value={system}>{node}</ChakraProvider>)
const type = (text: string) => fireEvent.change(screen.getByRole('textbox'), { target: { value: text } })
afterEach(cleanup)

describe('NumberField', () => {
  const field = (over: Partial<Parameters<typeof NumberField>[0]> = {}) => {
    const onChange = jest.fn()
    show(
      <NumberField
        label="Throat"
        kind="length"
        unit="mm"
        value={1.5e-3}
        limits={[0.2e-3, 20e-3]}
        onChange={onChange}
        {...over}
      />,
    )
    return onChange
  }
  test('shows the value in the chosen unit under its label', () => {
    field()
    expect(screen.getByLabelText('Throat')).toHaveValue('1.5')
  })
  test('takes effect as it is typed, in SI, in any unit', () => {
    const onChange = field()
    type('1/16 in')
    expect(onChange).toHaveBeenLastCalledWith(0.0015875)
  })
  test('what cannot be read is said and changes nothing', () => {
    const onChange = field()
    type('two')
    expect(screen.getByRole('alert')).toHaveTextContent('does not start with a number')
    expect(screen.getByRole('textbox')).toHaveAttribute('aria-invalid', 'true')
    expect(onChange).not.toHaveBeenCalled()
  })
  test('what lies outside is said with the range in the field’s unit', () => {
    const onChange = field()
    type('30')
    expect(screen.getByRole('alert')).toHaveTextContent('Must be from 0.2 to 20 mm.')
    expect(onChange).not.toHaveBeenCalled()
  })
  test('arrows step the last digits, with shift ten times as far, and stop at the limits', () => {
    const onChange = field()
    fireEvent.keyDown(screen.getByRole('textbox'), { key: 'ArrowUp' })
    expect(onChange.mock.lastCall[0]).toBeCloseTo(1.6e-3, 9)
    fireEvent.keyDown(screen.getByRole('textbox'), { key: 'ArrowDown', shiftKey: true })
    expect(onChange.mock.lastCall[0]).toBeCloseTo(0.5e-3, 9)
    onChange.mockClear()
    cleanup()
    const stopped = field({ value: 20e-3 })
    fireEvent.keyDown(screen.getByRole('textbox'), { key: 'ArrowUp' })
    expect(stopped).not.toHaveBeenCalled()
  })
  test('Escape puts back what was there', () => {
    field()
    type('bad')
    fireEvent.keyDown(screen.getByRole('textbox'), { key: 'Escape' })
    expect(screen.getByRole('textbox')).toHaveValue('1.5')
    expect(screen.queryByRole('alert')).toBeNull()
  })
  test('a whole number is asked for where only that makes sense', () => {
    const onChange = field({ kind: 'count', unit: undefined, value: 12, limits: [2, 80], whole: true })
    type('12.5')
    expect(screen.getByRole('alert')).toHaveTextContent('whole number')
    type('13')
    expect(onChange).toHaveBeenLastCalledWith(13)
  })
  test('a fault of the document is shown at the field', () => {
    field({ fault: 'the exit cannot be narrower than the throat' })
    expect(screen.getByRole('alert')).toHaveTextContent('narrower')
  })
  test('is disabled where the record is locked', () => {
    show(
      <FieldsLocked.Provider value>
        <NumberField label="Throat" kind="length" value={1e-3} limits={[0, 1]} onChange={jest.fn()} />
      </FieldsLocked.Provider>,
    )
    expect(screen.getByLabelText('Throat')).toBeDisabled()
  })
})

test('ChoiceField hands on what was chosen', () => {
  const onChange = jest.fn()
  show(
    <ChoiceField
      label="Wall"
      value="open"
      choices={[
        { value: 'open', label: 'open' },
        { value: 'close', label: 'close' },
      ]}
      onChange={onChange}
    />,
  )
  fireEvent.change(screen.getByLabelText('Wall'), { target: { value: 'close' } })
  expect(onChange).toHaveBeenCalledWith('close')
})

test('TextField keeps to its greatest length and tells each change', () => {
  const onChange = jest.fn()
  show(<TextField label="Name" value="a" most={5} onChange={onChange} />)
  expect(screen.getByLabelText('Name')).toHaveAttribute('maxlength', '5')
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'ab' } })
  expect(onChange).toHaveBeenCalledWith('ab')
})
