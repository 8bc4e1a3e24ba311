import './app.css';
import { mount } from 'svelte';
import App from './App.svelte';
import { fetchLetters } from './ui/fetch-soon';
import { applyTheme } from './ui/theme.svelte';

applyTheme();
fetchLetters();
mount(App, { target: document.getElementById('app')! });
