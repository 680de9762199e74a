-- Four signs that the grown-ups of a household know, and say when practice may go on after a pain.
alter table household add column grown_up_word text check (grown_up_word ~ '^[A-Z0-9]{4}$');
