import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { usePages } from './usePages';

beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] }));
afterEach(() => vi.useRealTimers());

test('a page that comes into sight after a rest is fetched at once', () => {
  const { result } = renderHook(() => usePages());
  act(() => result.current.see([0, 1]));
  expect(result.current.pages).toEqual([0, 1]);
  act(() => void vi.advanceTimersByTime(200));
  act(() => result.current.see([1]));
  expect(result.current.pages).toEqual([1]);
});

test('what is flung past is not fetched, and where it rests is', () => {
  const { result } = renderHook(() => usePages());
  act(() => void vi.advanceTimersByTime(200));
  const fetched: number[][] = [];
  for (let page = 1; page <= 40; page++) {
    act(() => result.current.see([page, page + 1]));
    fetched.push(result.current.pages);
    act(() => void vi.advanceTimersByTime(60));
  }
  expect(new Set(fetched.map((pages) => pages.join()))).toEqual(new Set(['1,2']));
  act(() => void vi.advanceTimersByTime(120));
  expect(result.current.pages).toEqual([40, 41]);
});

test('a new list begins at its first page, whatever was still to come', () => {
  const { result } = renderHook(() => usePages());
  act(() => result.current.see([5]));
  act(() => result.current.see([6]));
  act(() => result.current.restart());
  act(() => void vi.advanceTimersByTime(500));
  expect(result.current.pages).toEqual([0]);
});
