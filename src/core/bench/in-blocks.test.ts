import { inBlocks } from './in-blocks'

test('means of blocks as even as can be, the last of what is left; what is short enough stays', () => {
  const ten = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10]
  expect(inBlocks(ten, 4)).toEqual([2, 5, 8, 10])
  expect(inBlocks(ten, 10)).toBe(ten)
  expect(inBlocks(ten, 9)).toEqual([1.5, 3.5, 5.5, 7.5, 9.5])
  expect(inBlocks([], 4)).toEqual([])
})
