import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { jobReducer } from './jobSlice';

export const createStore = () =>
  configureStore({
    reducer: { job: jobReducer },
    // documents and evaluations are large plain data; checking them at every action would cost more than they do
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
  });

export type AppStore = ReturnType<typeof createStore>;
export type AppState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
export type Thunk<T = void> = (dispatch: AppDispatch, getState: AppStore['getState']) => T;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<AppState>();
