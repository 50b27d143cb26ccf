"""What is outside the program, each as one small interface and a stand-in that ships: practice wherever its figures appear."""
